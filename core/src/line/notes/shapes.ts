import type { Ticks } from '../../theory/rhythm/ticks.ts'

/** What shapes need of a note. */
export interface Sounding {
  readonly midi: number
  readonly start: Ticks
  readonly end: Ticks
}

/** The first and last note of each phrase: notes that follow each other without a rest. */
export const phrasesOf = (notes: readonly Sounding[]): readonly (readonly [number, number])[] => {
  const phrases: (readonly [number, number])[] = []
  let from = 0
  notes.forEach((note, index) => {
    const next = notes[index + 1]
    if (next && next.start <= note.end) return
    phrases.push([from, index])
    from = index + 1
  })
  return phrases
}

/** An interval inside a phrase: half steps from the note before. */
export interface Interval {
  readonly to: number
  readonly size: number
}

export const intervalsOf = (notes: readonly Sounding[]): readonly Interval[] =>
  notes.flatMap((note, index) =>
    index > 0 && notes[index - 1]!.end >= note.start
      ? [{ to: index, size: note.midi - notes[index - 1]!.midi }]
      : [],
  )

/**
 * Every run of notes in one direction inside a phrase: its first and last; each turning point ends one and starts the
 * next.
 */
export const runsOf = (notes: readonly Sounding[]): readonly (readonly [number, number])[] => {
  const runs: (readonly [number, number])[] = []
  let from = 0
  let way = 0
  for (let index = 1; index <= notes.length; index += 1) {
    const [before, note] = [notes[index - 1]!, notes[index]]
    const next = note && before.end >= note.start ? Math.sign(note.midi - before.midi) : 0
    if (next !== 0 && (way === 0 || next === way)) {
      way = next
      continue
    }
    runs.push([from, index - 1])
    from = next === 0 ? index : index - 1
    way = next
  }
  return runs
}

/** The longest run of notes in one direction: its first and last. */
export const longestRunOf = (notes: readonly Sounding[]): readonly [number, number] =>
  notes.length === 0
    ? [0, 0]
    : runsOf(notes).reduce((best, run) => (run[1] - run[0] > best[1] - best[0] ? run : best))

/** Every four-note shape with the indexes where it starts: same intervals and same lengths. */
export const shapesOf = (notes: readonly Sounding[]): ReadonlyMap<string, readonly number[]> => {
  const shapes = new Map<string, number[]>()
  for (let index = 0; index + 3 < notes.length; index += 1) {
    const four = notes.slice(index, index + 4)
    if (four.some((note, at) => at > 0 && four[at - 1]!.end < note.start)) continue
    const shape = four
      .slice(1)
      .map((note, at) => `${note.midi - four[at]!.midi}/${note.start - four[at]!.start}`)
      .join(' ')
    const known = shapes.get(shape)
    if (known) known.push(index)
    else shapes.set(shape, [index])
  }
  return shapes
}
