import type { Analysis } from '../analysis/analysis.ts'
import { explainLine } from '../explain/explain.ts'
import { hearLine } from '../explain/heard.ts'
import type { Line } from '../line/line.ts'
import { type Measures, measureLine } from './measure.ts'

export type { Measures } from './measure.ts'

/** What can be counted of any line over an analysis. */
export const measured = (analysis: Analysis, line: Line): Measures =>
  measureLine(analysis, line, hearLine(analysis, line), explainLine(analysis, line))
