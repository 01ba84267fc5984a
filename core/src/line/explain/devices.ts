import { deviceRow, devicesWhere, type FoundDevice } from '../figures/devices.ts'
import { aboveRoot, hasPitch } from '../figures/harmony.ts'
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
 * Every figure around a target that the pitches and places allow. The target is a chord tone on a stronger beat, or one of
 * the coming chord that is struck early and held into it.
 */
const candidatesAt = (notes: readonly AnalysedNote[], targetIndex: number): readonly DeviceSpan[] => {
  const target = notes[targetIndex]!
  const early = target.heldInto !== undefined
  if (!target.isTone && !early) return []
  return SHAPES.flatMap(({ device, shape }) => {
    const from = targetIndex - shape.length
    if (from < 0 || !joined(notes, from, targetIndex)) return []
    const last = notes[targetIndex - 1]!
    if (!early && last.strength >= target.strength && target.strength !== 2) return []
    if (!shape.every((part, step) => fitsPart(part, notes[from + step]!, target))) return []
    const members = notes.slice(from, targetIndex)
    if (shape.length <= 2 && members.every((note) => note.isTone)) return []
    if (shape.length === 1 && members[0]!.isTone) return []
    if (device === 'doubleChromatic' && members.filter((note) => !note.isTone).length === 0) return []
    return [{ device, from, to: targetIndex }]
  })
}

/** Three or more chord tones of one chord in skips, or four notes of its scale in thirds. */
const arpeggios = (notes: readonly AnalysedNote[]): readonly DeviceSpan[] =>
  [
    ...runs(
      notes,
      (note, before) =>
        note.isTone && note.chord === before.chord && Math.abs(note.midi - before.midi) > 2 && before.isTone,
      3,
    ),
    ...runs(notes, (note, before, first) => isThird(notes, note, before, first), 4).filter(([from, to]) =>
      notes.slice(from, to + 1).some(({ isTone }) => !isTone),
    ),
  ].map(([from, to]) => ({ device: 'arpeggio' as const, from, to }))

const isThird = (
  notes: readonly AnalysedNote[],
  note: AnalysedNote,
  before: AnalysedNote,
  first: number,
): boolean => {
  const size = note.midi - before.midi
  const same =
    first === before.index || Math.sign(size) === Math.sign(before.midi - notes[before.index - 1]!.midi)
  return (
    (Math.abs(size) === 3 || Math.abs(size) === 4) &&
    same &&
    note.isScale &&
    before.isScale &&
    note.chord === before.chord
  )
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
  return [...around, ...arpeggios(notes), ...groups(notes), ...scaleRuns(notes)].sort(
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
