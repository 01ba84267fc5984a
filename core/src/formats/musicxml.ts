import { XMLBuilder } from 'fast-xml-parser'
import type { Fingered } from '../line/fingering/prices.ts'
import type { Line } from '../line/notes/line.ts'
import { type Score, scoreOf, type WrittenBar, type WrittenEvent } from '../line/score/score.ts'
import { type Chord, chordKind, hasDegree } from '../theory/chord/chord.ts'
import { degreeSemitones } from '../theory/pitch/degree.ts'
import { accidentalOf, fifthsOf, letterOf } from '../theory/pitch/fifths.ts'
import type { Meter } from '../theory/rhythm/meter.ts'
import { QUARTER } from '../theory/rhythm/ticks.ts'
import type { Chart, Stretch } from '../tune/chart/chart.ts'
import { WRITTEN_KINDS } from './kinds.ts'

/** The titles of the file. */
export interface ScoreTitles {
  readonly title: string
  readonly part: string
  readonly clef: 'treble' | 'bass'
  /** From the sounding to the written pitch of the part, if different: the file then says how it sounds. */
  readonly written?: { readonly semitones: number; readonly fifths: number }
  /** Where each note of the line is played on a fingerboard, whose strings are counted. */
  readonly fingered?: { readonly strings: number; readonly notes: readonly Fingered[] }
}

type Node = Record<string, unknown>
const element = (
  name: string,
  children: readonly Node[],
  attributes: Readonly<Record<string, string>> = {},
): Node => ({
  [name]: children,
  ...(Object.keys(attributes).length > 0 ? { ':@': attributes } : {}),
})
const text = (
  name: string,
  value: string | number,
  attributes: Readonly<Record<string, string>> = {},
): Node => element(name, [{ '#text': String(value) }], attributes)

/**
 * The stretch of a line as MusicXML 4.0 (W3C Community Group Report, 2021): one part with key, time, clef, chord symbols
 * as harmony elements, ties, beams and accidentals. The bars are numbered from 1.
 *
 * @example writeMusicXml(chart, line, stretch, { title: 'Weir', part: 'trumpet', clef: 'treble' })
 */
export const writeMusicXml = (chart: Chart, line: Line, stretch: Stretch, titles: ScoreTitles): string => {
  const score = scoreOf(chart, line, stretch)
  const chords = new Map(chart.bars.flatMap((bar) => bar.chords).map((cell, index) => [index, cell.chord]))
  const measures = score.bars.map((bar, at) => measureOf(bar, at, score, chart, titles, chords))
  const document = [
    { '?xml': [{ '#text': '' }], ':@': { version: '1.0', encoding: 'UTF-8' } },
    element(
      'score-partwise',
      [
        element('work', [text('work-title', titles.title)]),
        element('identification', [element('encoding', [text('software', 'Eager Contour')])]),
        element('part-list', [element('score-part', [text('part-name', titles.part)], { id: 'P1' })]),
        element('part', measures, { id: 'P1' }),
      ],
      { version: '4.0' },
    ),
  ]
  const builder = new XMLBuilder({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    format: true,
    suppressEmptyNode: true,
  })
  return String(builder.build(document))
}

const measureOf = (
  bar: WrittenBar,
  at: number,
  { bars, signature, pickup }: Score,
  chart: Chart,
  titles: ScoreTitles,
  chords: ReadonlyMap<number, Chord>,
): Node => {
  const children: Node[] = []
  const isPickup = pickup > 0 && at === 0
  const before = bars[at - 1]
  const newMeter = !before || before.meter.beats !== bar.meter.beats || before.meter.unit !== bar.meter.unit
  if (newMeter) children.push(attributesOf(bar.meter, at === 0, signature, chart, titles))
  if (at === 0) children.push(tempoOf(chart.tempo))
  const waiting = [...bar.chords]
  bar.events.forEach((event, index) => {
    while (waiting[0] && waiting[0].start < event.start + event.duration) {
      const cell = waiting.shift()!
      children.push(harmonyOf(chords.get(cell.index)!, cell.start - event.start))
    }
    children.push(noteOf(event, bar.events[index - 1], bar.events[index + 1], technicalOf(event, titles)))
  })
  return element('measure', children, {
    number: String(pickup > 0 ? at : at + 1),
    ...(isPickup ? { implicit: 'yes' } : {}),
  })
}

const attributesOf = (
  meter: Meter,
  first: boolean,
  signature: number,
  chart: Chart,
  titles: ScoreTitles,
): Node => {
  const time = element('time', [text('beats', meter.beats), text('beat-type', meter.unit)])
  if (!first) return element('attributes', [time])
  return element('attributes', [
    text('divisions', QUARTER),
    element('key', [text('fifths', signature), text('mode', chart.key?.mode ?? 'major')]),
    time,
    element(
      'clef',
      titles.clef === 'treble' ? [text('sign', 'G'), text('line', 2)] : [text('sign', 'F'), text('line', 4)],
    ),
    ...transposeOf(titles.written),
  ])
}

/** How the part sounds: steps of the staff and half steps from the written pitch down. */
const transposeOf = (written: ScoreTitles['written']): readonly Node[] => {
  if (!written || written.semitones === 0) return []
  const octaves = Math.floor(written.semitones / 12)
  const diatonic = (((written.fifths * 4) % 7) + 7) % 7
  return [
    element('transpose', [
      text('diatonic', -diatonic),
      text('chromatic', -(written.semitones - 12 * octaves)),
      ...(octaves === 0 ? [] : [text('octave-change', -octaves)]),
    ]),
  ]
}

const tempoOf = (tempo: number): Node =>
  element(
    'direction',
    [
      element('direction-type', [
        element('metronome', [text('beat-unit', 'quarter'), text('per-minute', tempo)]),
      ]),
      element('sound', [], { tempo: String(tempo) }),
    ],
    { placement: 'above' },
  )

const stepAndAlter = (spelling: string, name: string): readonly Node[] => {
  const fifths = fifthsOf(spelling)
  const alter = accidentalOf(fifths)
  return [text(`${name}-step`, letterOf(fifths)), ...(alter === 0 ? [] : [text(`${name}-alter`, alter)])]
}

/** How a chord without a kind of its own is written, its degrees beside it. */
const DOMINANT = WRITTEN_KINDS.find(({ kind }) => kind === 'dominant')!

const harmonyOf = (chord: Chord, offset: number): Node => {
  const place = offset > 0 ? [text('offset', offset)] : []
  if (chordKind(chord) === 'none')
    return element('harmony', [
      element('root', [text('root-step', 'C', { text: '' })]),
      text('kind', 'none', { text: 'N.C.' }),
      ...place,
    ])
  const row = WRITTEN_KINDS.find(({ tones }) => tones.every((degree) => hasDegree(chord, degree))) ?? DOMINANT
  const suffix = chord.symbol.slice(chord.root.length).replace(/\/[A-G][b#♭♯]*$/, '')
  const added = chord.tones
    .filter((tone) => !row.tones.includes(tone.degree))
    .map((tone) => degreeOf(tone.degree, 'add'))
  const missing = row.tones
    .filter((degree) => !hasDegree(chord, degree))
    .map((degree) => degreeOf(degree, 'subtract'))
  return element('harmony', [
    element('root', stepAndAlter(chord.root, 'root')),
    text('kind', row.kind, { text: suffix }),
    ...(chord.bass === undefined ? [] : [element('bass', stepAndAlter(chord.bass, 'bass'))]),
    ...added,
    ...missing,
    ...place,
  ])
}

/** Half steps of the plain (major or dominant) degrees, from which alterations are counted. */
const PLAIN: Readonly<Record<string, number>> = {
  '1': 0,
  '3': 4,
  '4': 5,
  '5': 7,
  '6': 9,
  '7': 10,
  '9': 2,
  '11': 5,
  '13': 9,
}

const degreeOf = (degree: Parameters<typeof degreeSemitones>[0], type: 'add' | 'subtract'): Node => {
  const value = degree === 'R' ? '1' : degree.replace(/[b#]/g, '')
  const alter = ((degreeSemitones(degree) - PLAIN[value]! + 18) % 12) - 6
  return element('degree', [
    text('degree-value', value),
    text('degree-alter', alter),
    text('degree-type', type),
  ])
}

const ACCIDENTALS: Readonly<Record<string, string>> = {
  '-2': 'flat-flat',
  '-1': 'flat',
  '0': 'natural',
  '1': 'sharp',
  '2': 'double-sharp',
}

const noteOf = (
  event: WrittenEvent,
  before: WrittenEvent | undefined,
  after: WrittenEvent | undefined,
  technical: readonly Node[],
): Node => {
  const dots = event.dots === 1 ? [element('dot', [])] : []
  if (!event.pitch)
    return element('note', [
      element('rest', []),
      text('duration', event.duration),
      text('voice', 1),
      text('type', event.length),
      ...dots,
      ...tripletTime(event),
      ...notations(tripletMarks(event, before, after)),
    ])
  const { letter, alter, octave } = event.pitch
  const ties = [...(event.tiedFrom ? ['stop'] : []), ...(event.tiedTo ? ['start'] : [])]
  const beam = beamOf(event, before, after)
  const second = secondBeamOf(event, before, after)
  return element('note', [
    element('pitch', [
      text('step', letter),
      ...(alter === 0 ? [] : [text('alter', alter)]),
      text('octave', octave),
    ]),
    text('duration', event.duration),
    ...ties.map((type) => element('tie', [], { type })),
    text('voice', 1),
    text('type', event.length),
    ...dots,
    ...(event.accidental === undefined
      ? []
      : [text('accidental', ACCIDENTALS[String(event.accidental)] ?? 'natural')]),
    ...tripletTime(event),
    ...(beam ? [text('beam', beam, { number: '1' })] : []),
    ...(second ? [text('beam', second, { number: '2' })] : []),
    ...notations([
      ...ties.map((type) => element('tied', [], { type })),
      ...tripletMarks(event, before, after),
      ...technical,
    ]),
  ])
}

/** String and fret of a note where it is struck: MusicXML counts strings from the highest, as players do. */
const technicalOf = ({ note, tiedFrom }: WrittenEvent, { fingered }: ScoreTitles): readonly Node[] => {
  const place = note === undefined || tiedFrom ? undefined : fingered?.notes[note]
  if (!place || !fingered) return []
  return [
    element('technical', [
      ...(place.finger > 0 ? [text('fingering', place.finger)] : []),
      text('string', fingered.strings - place.string),
      text('fret', place.fret),
    ]),
  ]
}

const notations = (marks: readonly Node[]): readonly Node[] =>
  marks.length === 0 ? [] : [element('notations', marks)]

/** Three in the time of two. */
const tripletTime = ({ triplet }: WrittenEvent): readonly Node[] =>
  triplet === undefined
    ? []
    : [element('time-modification', [text('actual-notes', 3), text('normal-notes', 2)])]

const tripletMarks = (
  { triplet }: WrittenEvent,
  before: WrittenEvent | undefined,
  after: WrittenEvent | undefined,
): readonly Node[] => {
  if (triplet === undefined) return []
  const mark = (type: string) => element('tuplet', [], { type, bracket: 'yes' })
  return [
    ...(before?.triplet === triplet ? [] : [mark('start')]),
    ...(after?.triplet === triplet ? [] : [mark('stop')]),
  ]
}

/** The beam of sixteenths beside the one that they share with eighths. */
const secondBeamOf = (
  event: WrittenEvent,
  before: WrittenEvent | undefined,
  after: WrittenEvent | undefined,
): string | undefined => {
  if (event.beam === undefined || event.length !== '16th') return undefined
  const shares = (other: WrittenEvent | undefined) => other?.beam === event.beam && other?.length === '16th'
  if (shares(before)) return shares(after) ? 'continue' : 'end'
  if (shares(after)) return 'begin'
  return before?.beam === event.beam ? 'backward hook' : 'forward hook'
}

const beamOf = (
  event: WrittenEvent,
  before: WrittenEvent | undefined,
  after: WrittenEvent | undefined,
): string | undefined => {
  if (event.beam === undefined) return undefined
  const from = before?.beam === event.beam
  const to = after?.beam === event.beam
  return from && to ? 'continue' : to ? 'begin' : 'end'
}
