import { OCTAVE } from '../../theory/pitch/interval.ts'
import { deviceRow, devicesWhere, type FoundDevice } from '../figures/devices.ts'
import { aboveRoot, type Harmony, hasPitch, walkIn, walkThirds } from '../figures/harmony.ts'
import type { AnalysedNote } from './analysedLine.ts'
import type { DeviceSpan } from './explanation.ts'

const FOUND = devicesWhere(({ found }) => found !== undefined) as readonly FoundDevice[]

/** Shapes around a target by the device that they are, long before short. */
const SHAPES = FOUND.flatMap((device) =>
  (deviceRow(device).found?.around ?? []).map((shape) => ({ device, shape })),
).sort((a, b) => b.shape.length - a.shape.length)

const fitsPart = (part: string, note: AnalysedNote, target: AnalysedNote): boolean => {
  const away = note.midi - target.midi
  const { isScale } = target.heldOver ?? target.harmony
  if (part === 'u') return away === 1 || (away === 2 && hasPitch(isScale, note.midi))
  if (part === 's') return (away === 1 || away === 2) && hasPitch(isScale, note.midi)
  if (part === 'k') return away === -2 && hasPitch(isScale, note.midi)
  return away === Number(part)
}

/** Notes of one figure follow each other without a rest. */
const joined = (notes: readonly AnalysedNote[], from: number, to: number): boolean => {
  for (let index = from; index < to; index += 1)
    if (notes[index + 1]!.start !== notes[index]!.end) return false
  return true
}

/**
 * Every figure around a target that the pitches and places allow. The target is a chord tone on a stronger beat, one of the
 * coming chord that is struck early and held into it, or any that is enclosed chromatically.
 */
const candidatesAt = (notes: readonly AnalysedNote[], targetIndex: number): readonly DeviceSpan[] => {
  const target = notes[targetIndex]!
  const early = target.heldInto !== undefined
  if (!target.isTone && !early) return []
  return SHAPES.flatMap(({ device, shape }) => {
    const from = targetIndex - shape.length
    if (from < 0 || !joined(notes, from, targetIndex)) return []
    const last = notes[targetIndex - 1]!
    const members = notes.slice(from, targetIndex)
    const offBeat = !early && last.strength >= target.strength && target.strength !== 2
    // Off the beat, both sides of a target and a half step outside the scale are needed to hear it.
    if (offBeat && !(deviceRow(device).encloses && members.some(({ isScale }) => !isScale))) return []
    if (!shape.every((part, step) => fitsPart(part, notes[from + step]!, target))) return []
    if (shape.length <= 2 && members.every((note) => note.isTone)) return []
    if (shape.length === 1 && members[0]!.isTone) return []
    if (device === 'doubleChromatic' && members.filter((note) => !note.isTone).length === 0) return []
    return [{ device, from, to: targetIndex }]
  })
}

/** Orders of a chord's stack of thirds that are arpeggios though they turn: R 5 3 7, and downward (common practice, no source). */
const BROKEN_ORDERS: readonly (readonly number[])[] = [
  [2, -1, 2],
  [-2, 1, -2],
]
/** Notes of an arpeggio: chord tones alone, or with tones of the stack above them (9, 11, 13). */
const LEAST_TONES = 3
const LEAST_THIRDS = 4

/**
 * Tones of one chord that follow each other in its stack of thirds, or among its chord tones, in one direction; the first
 * of them may lie an octave off, which turns the line (a pivot); or in a broken order that has a name.
 */
const arpeggios = (notes: readonly AnalysedNote[]): readonly DeviceSpan[] => {
  const oneWay = runs(
    notes,
    (note, before, first) =>
      followsInChord(before, note) &&
      (first === before.index ||
        Math.sign(note.midi - before.midi) === Math.sign(before.midi - notes[before.index - 1]!.midi)),
    LEAST_TONES,
  )
    .filter(
      ([from, to]) =>
        to - from + 1 >= LEAST_THIRDS || notes.slice(from, to + 1).every(({ isTone }) => isTone),
    )
    .map(([from, to]) => [isPivot(notes, from) ? from - 1 : from, to] as const)
  const broken = notes.flatMap((_, from) =>
    BROKEN_ORDERS.flatMap((order) =>
      hasOrder(notes, from, order) ? [[from, from + order.length] as const] : [],
    ),
  )
  return [...oneWay, ...broken].map(([from, to]) => ({ device: 'arpeggio' as const, from, to }))
}

/** From one tone to the next of the stack of thirds, or of the chord's own tones, in either direction. */
const followsInChord = (before: AnalysedNote, note: AnalysedNote): boolean => {
  const size = Math.abs(note.midi - before.midi)
  if (note.chord !== before.chord || size <= 2) return false
  if ((size === 3 || size === 4) && note.isScale && before.isScale) return true
  if (!note.isTone || !before.isTone) return false
  const way = note.midi > before.midi ? 1 : -1
  // Between a triad's tones (5 up to R), the 7 may be left out.
  return [note.harmony.isTone, triadOf(note.harmony)].some(
    (tones) => hasPitch(tones, before.midi) && walkIn(tones, before.midi, way) === note.midi,
  )
}

const triadOf = ({ root, stack }: Harmony): readonly boolean[] => {
  const triad = new Array<boolean>(12).fill(false)
  for (const above of stack.slice(0, 3)) if (above !== undefined) triad[(root + above) % 12] = true
  return triad
}

/** Whether the note before an arpeggio is the tone before it, an octave away. */
const isPivot = (notes: readonly AnalysedNote[], from: number): boolean => {
  const [pivot, first, second] = [notes[from - 1], notes[from]!, notes[from + 1]!]
  if (!pivot || !joined(notes, from - 1, from) || pivot.chord !== first.chord || !pivot.isTone) return false
  const way = second.midi > first.midi ? 1 : -1
  return walkThirds(pivot.harmony, pivot.midi, way) === first.midi + way * OCTAVE
}

const hasOrder = (notes: readonly AnalysedNote[], from: number, order: readonly number[]): boolean => {
  if (from + order.length >= notes.length || !joined(notes, from, from + order.length)) return false
  return order.every((thirds, step) => {
    const [before, note] = [notes[from + step]!, notes[from + step + 1]!]
    return (
      note.chord === before.chord &&
      note.isScale &&
      walkThirds(before.harmony, before.midi, thirds) === note.midi
    )
  })
}

/** Groups of notes by their half steps above the root, by the device that they are. */
const GROUPS = FOUND.flatMap((device) =>
  (deviceRow(device).found?.groups ?? []).map((group) => ({ device, ...group })),
)

const groups = (notes: readonly AnalysedNote[]): readonly DeviceSpan[] =>
  GROUPS.flatMap(({ device, kinds, least, among, telling, tell, bySkip }) =>
    runs(
      notes,
      (note, before) =>
        note.chord === before.chord &&
        kinds.includes(note.harmony.kind) &&
        among.includes(aboveRoot(note.harmony, note.midi)) &&
        among.includes(aboveRoot(before.harmony, before.midi)) &&
        (!bySkip || Math.abs(note.midi - before.midi) > 2),
      least,
    )
      .filter(([from, to]) => {
        const there = new Set(notes.slice(from, to + 1).map(({ harmony, midi }) => aboveRoot(harmony, midi)))
        return telling.filter((one) => there.has(one)).length >= tell
      })
      .map(([from, to]) => ({ device, from, to })),
  )

/** A note on a strong beat, and the chord tone a step away that comes right after it. */
export const isDelay = (note: AnalysedNote, next: AnalysedNote | undefined): boolean =>
  note.strength === 2 &&
  next !== undefined &&
  next.start === note.end &&
  next.isTone &&
  next.chord === note.chord &&
  next.strength < 2 &&
  Math.abs(next.midi - note.midi) <= 2

/** The same by a half step from outside the scale. */
const delays = (notes: readonly AnalysedNote[]): readonly DeviceSpan[] =>
  notes.flatMap((note, from) => {
    const next = notes[from + 1]
    const isHalf = next !== undefined && Math.abs(next.midi - note.midi) === 1
    return isHalf && !note.isScale && isDelay(note, next)
      ? [{ device: 'delayed' as const, from, to: from + 1 }]
      : []
  })

/** Four or more notes by step in one direction, with or without added half steps. */
const scaleRuns = (notes: readonly AnalysedNote[]): readonly DeviceSpan[] => {
  const way = (index: number) => Math.sign(notes[index]!.midi - notes[index - 1]!.midi)
  return runs(
    notes,
    (note, before, first) => {
      const step = Math.abs(note.midi - before.midi)
      return step >= 1 && step <= 2 && (first === before.index || way(note.index) === way(before.index))
    },
    4,
  ).map(([from, to]) => {
    const added = notes.slice(from, to).some(({ isScale }) => !isScale)
    return { device: added ? ('halfStepRun' as const) : ('scaleRun' as const), from, to }
  })
}

type Continues = (note: AnalysedNote, before: AnalysedNote, first: number) => boolean

const runs = (
  notes: readonly AnalysedNote[],
  continues: Continues,
  least: number,
): readonly (readonly [number, number])[] => {
  const found: (readonly [number, number])[] = []
  let from = 0
  for (let index = 1; index <= notes.length; index += 1) {
    const goesOn =
      index < notes.length &&
      joined(notes, index - 1, index) &&
      continues(notes[index]!, notes[index - 1]!, from)
    if (goesOn) continue
    if (index - from >= least) found.push([from, index - 1])
    from = index
    if (
      index < notes.length &&
      joined(notes, index - 1, index) &&
      continues(notes[index]!, notes[index - 1]!, index - 1)
    )
      from = index - 1
  }
  return found
}

/**
 * The figures of a line. Those around targets must not share a note (the target of one may start the next): of all
 * such readings, the one that leaves fewest notes outside the scale unexplained, and then has fewest figures, by
 * dynamic programming.
 */
export const findDevices = (notes: readonly AnalysedNote[]): readonly DeviceSpan[] => {
  const candidates = notes.map((_, index) => candidatesAt(notes, index))
  const best: { score: number; span: DeviceSpan | undefined; before: number }[] = [
    { score: 0, span: undefined, before: 0 },
  ]
  for (let end = 1; end <= notes.length; end += 1) {
    let choice = { score: best[end - 1]!.score, span: undefined as DeviceSpan | undefined, before: end - 1 }
    const target = end < notes.length ? end : -1
    for (const span of target < 0 ? [] : candidates[target]!) {
      const score = best[span.from]!.score + worth(notes, span)
      if (score > choice.score) choice = { score, span, before: span.from }
    }
    best.push(choice)
  }
  const around: DeviceSpan[] = []
  for (let at = notes.length; at > 0; at = best[at]!.before)
    if (best[at]!.span) around.unshift(best[at]!.span!)
  return [...around, ...arpeggios(notes), ...groups(notes), ...delays(notes), ...scaleRuns(notes)].sort(
    (a, b) => a.from - b.from,
  )
}

/** Notes explained; those outside the scale count double, and a single scale note from above counts little. */
const worth = (notes: readonly AnalysedNote[], span: DeviceSpan): number => {
  let sum = -0.4
  for (let index = span.from; index < span.to; index += 1)
    sum += notes[index]!.isTone ? 0.1 : notes[index]!.isScale ? 0.9 : 2
  return span.device === 'above' && notes[span.from]!.isScale ? sum - 0.45 : sum
}
