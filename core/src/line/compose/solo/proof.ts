import type { LineNote } from '../../notes/line.ts'
import type { Candidate } from './composeSolo.ts'
import { solvePhrase } from './phrase.ts'
import { type PhraseTerms, termsOf } from './phraseTerms.ts'
import type { Piece } from './piece.ts'
import type { SoloTask } from './task.ts'
import type { SoloPhrase } from './write.ts'

/** Why a solo was given: what it was chosen from, and what it costs. */
export interface Proof {
  /** The notes that are proved: a line that was changed since is another one. */
  readonly notes: readonly LineNote[]
  /**
   * What the review gives the plans that were tried, 0 to 100, the one that was taken first; one that misses something of
   * the brief stands last. Of the first section of a long solo.
   */
  readonly plans: readonly number[]
  /** What the line costs under its plan: no line costs less. By what it is paid for. */
  readonly cost: number
  readonly terms: PhraseTerms
  /** How much more the next best line under the plan would have cost; none if there is no other. */
  readonly more?: number
}

const ZERO: PhraseTerms = { pieces: 0, joins: 0, plan: 0, ends: 0, seed: 0 }

const added = (a: PhraseTerms, b: PhraseTerms): PhraseTerms => ({
  pieces: a.pieces + b.pieces,
  joins: a.joins + b.joins,
  plan: a.plan + b.plan,
  ends: a.ends + b.ends,
  seed: a.seed + b.seed,
})

/** The proof of a line from all plans that were tried for it, section by section, the best one first. */
export const proofOf = (sections: readonly (readonly Candidate[])[]): Proof | undefined => {
  if (sections.some((tried) => tried.length === 0)) return undefined
  const given = sections.map((tried) => tried[0]!)
  const phrases = given.flatMap(({ solo, task }) => solo.phrases.map((phrase) => ({ phrase, task })))
  const terms = phrases.reduce(
    (sum, { phrase, task }) => added(sum, termsOf(task.ground, phrase.wish, phrase.pieces)),
    ZERO,
  )
  const more = Math.min(...phrases.map(({ phrase, task }) => nextBest(task, phrase) - phrase.cost))
  return {
    notes: given.flatMap(({ line }) => line.notes),
    plans: sections[0]!.map(({ worth }) => worth),
    cost: phrases.reduce((sum, { phrase }) => sum + phrase.cost, 0),
    terms,
    ...(Number.isFinite(more) ? { more } : {}),
  }
}

/** Other readings of the same notes are skipped, this many at most for each piece. */
const MOST_READINGS = 8

const notesIn = (pieces: readonly Piece[]): string =>
  pieces.flatMap(({ notes }) => notes.map(({ start, midi }) => `${start} ${midi}`)).join()

/**
 * The cost of the cheapest phrase with other notes. Another phrase lacks at least one piece of the best one, so the
 * cheapest of those without the first, without the second … is the next best.
 */
const nextBest = ({ ground, stock, room }: SoloTask, { pieces, wish }: SoloPhrase): number => {
  const same = notesIn(pieces)
  let least = Number.POSITIVE_INFINITY
  for (const piece of pieces) {
    const without = new Set([...(wish.without ?? []), piece])
    for (let reading = 0; reading < MOST_READINGS; reading += 1) {
      const solved = solvePhrase(ground, stock, room, {
        ...wish,
        without,
        ...(wish.first ? { first: wish.first.filter((one) => !without.has(one)) } : {}),
      })
      if (!solved) break
      if (notesIn(solved.pieces) !== same) {
        least = Math.min(least, solved.cost)
        break
      }
      for (const other of solved.pieces) if (!pieces.includes(other)) without.add(other)
    }
  }
  return least
}
