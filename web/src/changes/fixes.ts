import type { Problem } from '@eager-contour/core'

/** A piece of the text and what to write in its place. */
export interface Fix {
  readonly from: number
  readonly to: number
  readonly insert: string
}

/** Where in the text a problem's line and column are. */
export const offsetOf = (text: string, { place }: Problem): number => {
  const lines = text.split('\n').slice(0, (place?.line ?? 1) - 1)
  return lines.reduce((sum, line) => sum + line.length + 1, 0) + (place?.column ?? 1) - 1
}

/**
 * The fixs of a problem, the likeliest first: of a chord symbol the whole symbol is written anew, of anything else the
 * marked piece.
 */
export const fixesOf = (text: string, problem: Problem): readonly Fix[] => {
  if (problem.fix === undefined) return []
  const at = offsetOf(text, problem)
  const texts = [problem.fix, ...(problem.others ?? [])]
  if (problem.rule !== 'chord.unread')
    return texts.map((insert) => ({
      from: at,
      to: Math.min(text.length, at + (problem.place?.length ?? 0)),
      insert,
    }))
  const [symbol, rest] = problem.args as readonly [string, string]
  const from = at - (symbol.length - rest.length)
  return texts.map((insert) => ({ from, to: from + symbol.length, insert }))
}

export const applyFix = (text: string, { from, to, insert }: Fix): string =>
  text.slice(0, from) + insert + text.slice(to)
