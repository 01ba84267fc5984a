import type { AnalysedNote } from '../../explain/analysedLine.ts'
import type { Explanation } from '../../explain/explanation.ts'
import type { Criterion } from '../criteria.ts'
import { percent, type Share } from '../measure.ts'
import type { Phrasing } from '../phrasing.ts'

/** What merits look at. */
export interface Judged {
  readonly notes: readonly AnalysedNote[]
  readonly explanation: Explanation
  readonly phrasing: Phrasing
}

/**
 * Something that a line has more or less of. Its worth rises from 0 at the first number of `from` to 1 at the second, and
 * falls from 1 to 0 over the numbers of `to`.
 */
export interface Merit {
  readonly what: string
  readonly criterion: Criterion
  readonly weight: number
  readonly value: (judged: Judged) => number | undefined
  readonly from?: readonly [number, number]
  readonly to?: readonly [number, number]
}

/** A share in percent; undefined where there is nothing to count. */
export const share = ({ of, all }: Share): number | undefined =>
  all === 0 ? undefined : percent({ of, all })

export const part = <T>(items: readonly T[], fits: (item: T) => boolean): number | undefined =>
  items.length === 0 ? undefined : (100 * items.filter(fits).length) / items.length

/** A share that rests on few cases is drawn towards what is usual: a number of cases of `usual` percent are added. */
export const steadied = ({ of, all }: Share, usual: number, cases = 2): number | undefined =>
  all === 0 ? undefined : (100 * of + usual * cases) / (all + cases)

export const countOf = <T>(items: readonly T[], fits: (item: T) => boolean): Share => ({
  of: items.filter(fits).length,
  all: items.length,
})

export const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
