import { QUARTER, type Ticks } from '../../../theory/rhythm/ticks.ts'

/** How many beats are divided into three. */
export const tripletsIn = (notes: readonly { readonly start: Ticks }[]): number =>
  new Set(
    notes
      .filter(({ start }) => start % QUARTER !== 0 && start % (QUARTER / 3) === 0)
      .map(({ start }) => Math.floor(start / QUARTER)),
  ).size
