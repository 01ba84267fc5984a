import type { Fingered } from '../../line/fingering/prices.ts'
import type { WrittenEvent } from '../../line/score/written.ts'
import { element, type Node, text } from './nodes.ts'

/** Where each note of a line is played on a fingerboard, whose strings are counted. */
export interface FingeredPart {
  readonly strings: number
  readonly notes: readonly Fingered[]
}

const ACCIDENTALS: Readonly<Record<string, string>> = {
  '-2': 'flat-flat',
  '-1': 'flat',
  '0': 'natural',
  '1': 'sharp',
  '2': 'double-sharp',
}

/** A note or a rest with its signs, between its neighbours in the bar. */
export const noteOf = (
  event: WrittenEvent,
  before: WrittenEvent | undefined,
  after: WrittenEvent | undefined,
  fingered?: FingeredPart,
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
      : [
          text(
            'accidental',
            ACCIDENTALS[String(event.accidental)] ?? 'natural',
            event.courtesy ? { cautionary: 'yes', parentheses: 'yes' } : {},
          ),
        ]),
    ...tripletTime(event),
    ...(beam ? [text('beam', beam, { number: '1' })] : []),
    ...(second ? [text('beam', second, { number: '2' })] : []),
    ...notations([
      ...ties.map((type) => element('tied', [], { type })),
      ...(event.slur ? [element('slur', [], { type: event.slur, number: '1' })] : []),
      ...tripletMarks(event, before, after),
      ...technicalOf(event, fingered),
      ...(event.accent ? [element('articulations', [element('accent', [])])] : []),
    ]),
  ])
}

/** String and fret of a note where it is struck: MusicXML counts strings from the highest, as players do. */
const technicalOf = (
  { note, tiedFrom }: WrittenEvent,
  fingered: FingeredPart | undefined,
): readonly Node[] => {
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
