import type { Page } from '@playwright/test'

/** What stands in a row of staff, from where to where in pixels. */
interface Box {
  /** The row that it is in. */
  readonly row: number
  readonly left: number
  readonly right: number
}

/** The boxes of what a selector finds in rows of staff. */
export const boxesOf = (page: Page, rows: string, selector: string): Promise<readonly Box[]> =>
  page.evaluate(
    ([every, wanted]) =>
      [...document.querySelectorAll(every)].flatMap((found, row) =>
        [...found.querySelectorAll(wanted)].map((element) => {
          const { left, right } = element.getBoundingClientRect()
          return { row, left, right }
        }),
      ),
    [rows, selector] as const,
  )

/** The pairs of neighbours in a row that lie over each other. */
export const overlaps = (boxes: readonly Box[]): number => {
  const inOrder = boxes.toSorted((a, b) => a.row - b.row || a.left - b.left)
  return inOrder
    .slice(1)
    .filter((box, at) => box.row === inOrder[at]!.row && box.left < inOrder[at]!.right - 0.5).length
}

/** Heads, rests and accidentals as the engraver draws them. */
export const SIGNS = '.vf-notehead text, .vf-modifiers text'
