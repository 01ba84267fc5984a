import type { Problem } from '@eager-contour/core'

/** A part of the text and its replacement. */
export interface Fix {
  readonly from: number
  readonly to: number
  readonly insert: string
}

/** The offset of a problem's line and column in the text. */
export const offsetOf = (text: string, { place }: Problem): number => {
  const lines = text.split('\n').slice(0, (place?.line ?? 1) - 1)
  return lines.reduce((sum, line) => sum + line.length + 1, 0) + (place?.column ?? 1) - 1
}

/**
 * The fixes of a problem, likeliest first: for a chord symbol the whole symbol is replaced, otherwise the marked
 * part.
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
