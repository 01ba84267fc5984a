/** The criteria of a review and their weight in the total (common practice, no source). */
const CRITERIA = {
  harmony: 2.8,
  resolution: 1.4,
  connection: 2.2,
  rhythm: 2.6,
  phrasing: 3.1,
  direction: 1.4,
  idea: 1.6,
  register: 1.8,
  ending: 2.8,
  wish: 1,
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

/** The weight of findings in four bars that brings a criterion to 37 % (1 ÷ e) of what it has earned. */
const HEAVY = 7.5
const BARS = 4

/** Scores from what each criterion has earned (0 to 1) and the weight of the findings against it, per bar. */
export const scoresOf = (
  earned: Readonly<Record<Criterion, number>>,
  weights: Readonly<Partial<Record<Criterion, number>>>,
  bars: number,
): Scores =>
  Object.fromEntries(
    CRITERION_IDS.map((id) => {
      const density = ((weights[id] ?? 0) * BARS) / Math.max(BARS / 2, bars)
      return [id, 100 * earned[id] * Math.exp(-density / HEAVY)]
    }),
  ) as unknown as Scores

/** The total score, 0 to 100: a mean in which a low criterion weighs more than a high one (a power mean of ½). */
export const overall = (scores: Scores): number => {
  let sum = 0
  let all = 0
  for (const id of CRITERION_IDS) {
    sum += CRITERIA[id] * Math.sqrt(scores[id])
    all += CRITERIA[id]
  }
  // To a millionth: a line without a fault has 100, not a hair less.
  return Math.round(1e6 * (sum / all) ** 2) / 1e6
}
