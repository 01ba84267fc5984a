import type { Phrase } from './phrase.ts'

/** The number of an interval less one, by its half steps: a minor and a major third are both thirds. */
const STEPS: readonly number[] = [0, 1, 1, 2, 2, 3, 3, 4, 5, 5, 6, 6]

/** Moves from note to note that two phrases must share, one after the other, for the same shape to be heard. */
const SHARED_MOVES = 4

const stepsOf = (halfSteps: number): number => {
  const size = Math.abs(halfSteps)
  return Math.sign(halfSteps) * (STEPS[size % 12]! + 7 * Math.floor(size / 12))
}

/** Every run of moves of a phrase: thirds are thirds, major or minor, in the same rhythm. */
const runsOf = ({ notes }: Phrase): ReadonlySet<string> => {
  const moves = notes.slice(1).map((note, at) => {
    const before = notes[at]!
    return `${stepsOf(note.semitones - before.semitones)}/${note.at - before.at}`
  })
  return new Set(
    moves.slice(SHARED_MOVES - 1).map((_, from) => moves.slice(from, from + SHARED_MOVES).join(' ')),
  )
}

/**
 * The phrases among others that share a shape with one: five notes in a row by the same steps in the same rhythm; those
 * that share most first.
 *
 * @example sameShape(phrase, [{ phrase }]).length // 1
 */
export const sameShape = <Known extends { readonly phrase: Phrase }>(
  phrase: Phrase,
  others: readonly Known[],
): readonly Known[] => {
  const runs = runsOf(phrase)
  return others
    .map((known) => ({ known, shared: [...runsOf(known.phrase)].filter((run) => runs.has(run)).length }))
    .filter(({ shared }) => shared > 0)
    .sort((a, b) => b.shared - a.shared)
    .map(({ known }) => known)
}
