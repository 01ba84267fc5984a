import type { Line } from '../../line/notes/line.ts'
import { articulated } from '../../line/score/articulation.ts'
import { octaveLineOf } from '../../line/score/octaveLine.ts'
import { scoreOf } from '../../line/score/score.ts'
import type { WrittenBar } from '../../line/score/written.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { keySignature } from '../../theory/pitch/key.ts'
import { barTicks, beatTicks, type Meter } from '../../theory/rhythm/meter.ts'
import { QUARTER } from '../../theory/rhythm/ticks.ts'
import { type Chart, type ChartBar, chordSpans, type Stretch } from '../../tune/chart/chart.ts'
import { documentText, element, type Node, text } from './nodes.ts'
import { barLineOf, leftBarLine, rightBarLine } from './writeBarLines.ts'
import { octaveShift, rehearsalOf, startOf, wordsOf } from './writeDirections.ts'
import { harmonyOf } from './writeHarmony.ts'
import { type FingeredPart, noteOf } from './writeNotes.ts'

/** Whom a part is for: the file says how it sounds, if that differs from how it is written. */
export interface PartFor {
  readonly name: string
  readonly clef: Instrument['clef']
  readonly written?: Instrument['written']
}

/** A stretch of a line over its changes, at the part's written pitch; after a heading, if it has one. */
export interface Passage {
  readonly chart: Chart
  readonly line: Line
  readonly stretch: Stretch
  readonly heading?: string
  readonly fingered?: FingeredPart
  /** Whether the usual articulation of swung eighths is written. */
  readonly isArticulated?: boolean
}

/** A part of a score: passages one after the other, or the changes of a tune. */
export type ScorePart = PartFor &
  ({ readonly passages: readonly Passage[] } | { /** At the part's written pitch. */ readonly chart: Chart })

/**
 * A score as MusicXML 4.0 (W3C Community Group Report, 2021): parts with key, time, clef, transposition, tempo, feel, sections,
 * chord symbols as harmony elements; notes with ties, beams and accidentals; the changes of a tune with their repeats and endings
 * over rests. The bars are numbered from 1.
 *
 * @param parts of equally many bars
 * @example writeMusicXml('Weir', [{ ...trumpet, chart }])
 */
export const writeMusicXml = (title: string, parts: readonly ScorePart[]): string =>
  documentText(
    element(
      'score-partwise',
      [
        element('work', [text('work-title', title)]),
        element('identification', [element('encoding', [text('software', 'Eager Contour')])]),
        element(
          'part-list',
          parts.map(({ name }, at) => element('score-part', [text('part-name', name)], { id: idOf(at) })),
        ),
        ...parts.map((part, at) =>
          element(
            'part',
            'chart' in part ? chartMeasures(part.chart, part) : passageMeasures(part.passages, part),
            { id: idOf(at) },
          ),
        ),
      ],
      { version: '4.0' },
    ),
  )

const idOf = (at: number): string => `P${at + 1}`

/** The bars of passages one after the other, a double bar line between them. */
const passageMeasures = (passages: readonly Passage[], part: PartFor): readonly Node[] => {
  let number = 0
  let before: { readonly signature: number; readonly meter: Meter } | undefined
  return passages.flatMap(({ chart, line, stretch, heading, fingered, isArticulated }, passage) => {
    const plain = scoreOf(chart, line, stretch)
    const score = isArticulated ? articulated(plain, line) : plain
    const chords = chordSpans(chart).map(({ chord }) => chord)
    const isLastPassage = passage === passages.length - 1
    return score.bars.map((bar, at) => {
      const isPickup = score.pickup > 0 && at === 0
      if (!isPickup) number += 1
      const children = attributesOf(before, { signature: score.signature, meter: bar.meter }, chart, part)
      before = { signature: score.signature, meter: bar.meter }
      if (passage === 0 && at === 0) children.push(...startOf(chart))
      if (at === 0 && heading !== undefined) children.push(wordsOf(heading))
      const { section } = isPickup ? {} : (chart.bars[bar.number] ?? {})
      if (section !== undefined) children.push(rehearsalOf(section))
      children.push(...eventsOf(bar, (index) => chords[index]!, part.clef, fingered))
      if (at === score.bars.length - 1)
        children.push(barLineOf('right', isLastPassage ? 'light-heavy' : 'light-light'))
      return measureOf(children, number, isPickup)
    })
  })
}

const measureOf = (children: readonly Node[], number: number, isPickup: boolean): Node =>
  element('measure', children, {
    number: String(number),
    ...(isPickup ? { implicit: 'yes' } : {}),
  })

const eventsOf = (
  bar: WrittenBar,
  chordAt: (index: number) => ChartBar['chords'][number]['chord'],
  clef: Instrument['clef'],
  fingered: FingeredPart | undefined,
): readonly Node[] => {
  const waiting = [...bar.chords]
  const octaves = octaveLineOf(bar.events, clef)
  const [first, last] = [
    bar.events.findIndex(({ pitch }) => pitch),
    bar.events.findLastIndex(({ pitch }) => pitch),
  ]
  return bar.events.flatMap((event, index) => {
    const nodes: Node[] = []
    while (waiting[0] && waiting[0].start < event.start + event.duration) {
      const cell = waiting.shift()!
      nodes.push(harmonyOf(chordAt(cell.index), cell.start - event.start))
    }
    return [
      ...nodes,
      ...(octaves !== 0 && index === first ? [octaveShift(octaves, 'start')] : []),
      noteOf(event, bar.events[index - 1], bar.events[index + 1], fingered),
      ...(octaves !== 0 && index === last ? [octaveShift(octaves, 'stop')] : []),
    ]
  })
}

/** The bars of a tune as they are written: a rest under the chords of each. */
const chartMeasures = (chart: Chart, part: PartFor): readonly Node[] => {
  const signature = keySignature(chart.key ?? { tonic: 'C', mode: 'major' })
  const opening = [
    ...attributesOf(undefined, { signature, meter: chart.meter }, chart, part),
    ...startOf(chart),
  ]
  const pickup =
    chart.pickup > 0 ? [measureOf([...opening, restOf(chart.pickup * beatTicks(chart.meter))], 0, true)] : []
  return [
    ...pickup,
    ...chart.written.map((written, at) => {
      const { bar } = written
      const before =
        at === 0 ? { signature, meter: chart.meter } : { signature, meter: chart.written[at - 1]!.bar.meter }
      return measureOf(
        [
          ...leftBarLine(written, chart.written[at - 1]),
          ...(at === 0 && pickup.length === 0
            ? opening
            : attributesOf(before, { signature, meter: bar.meter }, chart, part)),
          ...(bar.section === undefined ? [] : [rehearsalOf(bar.section)]),
          ...bar.chords.map(({ chord, start }) => harmonyOf(chord, start)),
          restOf(barTicks(bar.meter), true),
          ...rightBarLine(written, chart.written[at + 1]),
        ],
        at + 1,
        false,
      )
    }),
  ]
}

const restOf = (ticks: number, measure = false): Node =>
  element('note', [
    element('rest', [], measure ? { measure: 'yes' } : {}),
    text('duration', ticks),
    text('voice', 1),
  ])

/** Key, time and, at the start, clef and transposition; only what changed. */
const attributesOf = (
  before: { readonly signature: number; readonly meter: Meter } | undefined,
  now: { readonly signature: number; readonly meter: Meter },
  chart: Chart,
  { clef, written }: PartFor,
): Node[] => {
  const sameMeter = before?.meter.beats === now.meter.beats && before.meter.unit === now.meter.unit
  const children = [
    ...(before ? [] : [text('divisions', QUARTER)]),
    ...(before?.signature === now.signature
      ? []
      : [element('key', [text('fifths', now.signature), text('mode', chart.key?.mode ?? 'major')])]),
    ...(sameMeter
      ? []
      : [element('time', [text('beats', now.meter.beats), text('beat-type', now.meter.unit)])]),
    ...(before ? [] : [clefOf(clef), ...transposeOf(written)]),
  ]
  return children.length === 0 ? [] : [element('attributes', children)]
}

const clefOf = (clef: Instrument['clef']): Node =>
  element(
    'clef',
    clef === 'treble' ? [text('sign', 'G'), text('line', 2)] : [text('sign', 'F'), text('line', 4)],
  )

/** How the part sounds: steps of the staff and half steps from the written pitch down. */
const transposeOf = (written: PartFor['written']): readonly Node[] => {
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
