import { BEBOP } from './bebop.ts'
import { BLUES } from './blues.ts'
import { LYRICAL } from './lyrical.ts'
import { MODAL } from './modal.ts'
import { type Fragment, type FragmentRow, type Hand, readFragment } from './notation.ts'
import { WALTZ } from './waltz.ts'

const TABLES: Readonly<Record<Hand, readonly FragmentRow[]>> = {
  bebop: BEBOP,
  lyrical: LYRICAL,
  blues: BLUES,
  modal: MODAL,
  waltz: WALTZ,
}

/** Every fragment that the composer can take up, in a fixed order. */
export const FRAGMENTS: readonly Fragment[] = Object.entries(TABLES)
  .flatMap(([hand, rows]) => rows.map((row) => ({ hand: hand as Hand, row })))
  .map(({ hand, row }, id) => readFragment(row, id, hand))
