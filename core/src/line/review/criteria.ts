/** The criteria of a review and their weight in the total (common practice, no source). */
const CRITERIA = {
  harmony: 3,
  resolution: 2.5,
  joins: 2,
  direction: 1.5,
  variety: 1.5,
  breath: 1.5,
  range: 1,
  ending: 1,
  brief: 1,
} as const

export type Criterion = keyof typeof CRITERIA

/**
 * The criteria of a review, in the order in which they are shown.
 *
 * @example CRITERION_IDS.includes('resolution') // true
 */
export const CRITERION_IDS = Object.keys(CRITERIA) as readonly Criterion[]

/** From 0 to 100 by criterion. */
export type Scores = Readonly<Record<Criterion, number>>

/** The weight of findings in four bars that brings a criterion to 37 (100 ÷ e). */
const HEAVY = 4
const BARS = 4

/** Scores from the weight of the findings, by criterion: per bar, so that long and short lines compare. */
export const scoresOf = (weights: Readonly<Partial<Record<Criterion, number>>>, bars: number): Scores =>
  Object.fromEntries(
    CRITERION_IDS.map((id) => {
      const density = ((weights[id] ?? 0) * BARS) / Math.max(BARS / 2, bars)
      return [id, 100 * Math.exp(-density / HEAVY)]
    }),
  ) as unknown as Scores

/** The total score, 0 to 100. */
export const overall = (scores: Scores): number => {
  let sum = 0
  let all = 0
  for (const id of CRITERION_IDS) {
    sum += CRITERIA[id] * scores[id]
    all += CRITERIA[id]
  }
  return sum / all
}
