import type { NotatedBar } from './chart.ts'

/** The number of times a repeat is played by default. */
const TWICE = 2

/**
 * The order in which written bars are played: repeats unfolded, endings by their pass, up to a maximum number of
 * bars.
 */
export const playingOrder = (written: readonly NotatedBar[], most: number): readonly number[] => {
  const order: number[] = []
  let start = 0
  let pass = 1
  let at = 0
  while (at < written.length && order.length <= most) {
    const bar = written[at]!
    const leavesEndings = bar.ending === undefined && at > 0 && written[at - 1]!.ending !== undefined
    if (at !== start && (bar.repeatStart || leavesEndings)) {
      start = at
      pass = 1
    }
    if (bar.ending !== undefined && !bar.ending.includes(pass)) {
      at += 1
      continue
    }
    order.push(at)
    const passes = bar.repeatEnd === undefined ? 0 : passesOf(written, start, bar)
    if (pass < passes) {
      pass += 1
      at = start
    } else {
      at += 1
      if (bar.repeatEnd !== undefined && bar.ending === undefined) {
        start = at
        pass = 1
      }
    }
  }
  return order
}

/** As often as the last ending says, or as the repeat itself does. */
const passesOf = (written: readonly NotatedBar[], start: number, end: NotatedBar): number => {
  if (end.ending === undefined) return end.repeatEnd ?? TWICE
  let last = 0
  for (let at = start; at < written.length && (at === start || !written[at]!.repeatStart); at += 1)
    last = Math.max(last, ...(written[at]!.ending ?? []))
  return last
}

/** Whether an ending begins at a written bar: after other passes, or after the repeat of the bar before. */
export const startsEnding = ({ ending }: NotatedBar, before: NotatedBar | undefined): boolean =>
  ending !== undefined && (ending.join() !== before?.ending?.join() || before.repeatEnd !== undefined)
