import {
  type Analysis,
  advanceGrade,
  analyseChart,
  type Brief,
  type Chart,
  type Composed,
  composing,
  type Exercise,
  type FillTable,
  fillTable,
  finishGrade,
  type Grade,
  type GradeState,
  gradeStep,
  type Judged,
  type Line,
  type Outcome,
  type Override,
  openMusicXml,
  type PlayedNote,
  type Review,
  type ReviewView,
  readMusicXmlChart,
  reviewLine,
  startGrade,
  tableKey,
  writeChart,
} from '@eager-contour/core'
import { expose } from 'comlink'

/** The figures that were priced for a brief; a brief with other prices begins another table. */
let priced: { readonly key: string; readonly table: FillTable } | undefined

const tableFor = (brief: Brief): FillTable => {
  const key = tableKey(brief)
  if (priced?.key !== key) priced = { key, table: fillTable(brief) }
  return priced.table
}

/** Milliseconds of work before the worker listens whether something newer is asked. */
const SPELL_MS = 20

const listen = (): Promise<void> => new Promise((done) => setTimeout(done))

let asked = 0

/** Composes in spells; what is asked later takes the place of what is under way, which then has no answer. */
const compose = async (
  chart: Chart,
  readings: readonly Override[],
  brief: Brief,
): Promise<Composed | undefined> => {
  asked += 1
  const ticket = asked
  const steps = composing(analyseChart(chart, readings), brief, tableFor(brief))
  for (;;) {
    const until = performance.now() + SPELL_MS
    while (performance.now() < until) {
      const step = steps.next()
      if (step.done) return step.value
    }
    await listen()
    if (ticket !== asked) return undefined
  }
}

let grading: GradeState | undefined

/** What was settled since the last call. */
const settledSince = (before: GradeState | undefined): readonly Judged[] =>
  grading?.settled.slice(before?.settled.length ?? 0) ?? []

/** Composing, reviewing and grading, off the main thread. */
const work = {
  compose,
  review: (analysis: Analysis, line: Line, view: ReviewView): Review => reviewLine(analysis, line, view),
  /** The changes in a MusicXML file as the text of a chart, or what is the matter with the file. */
  importScore: (bytes: Uint8Array): Outcome<string> => {
    const text = openMusicXml(bytes)
    if (!text.ok) return text
    const chart = readMusicXmlChart(text.value)
    return chart.ok ? { ok: true, value: writeChart(chart.value) } : chart
  },
  startGrade: (exercise: Exercise): void => {
    grading = startGrade(exercise)
  },
  gradeNote: (note: PlayedNote): readonly Judged[] => {
    const before = grading
    if (grading) grading = gradeStep(grading, note)
    return settledSince(before)
  },
  gradeUntil: (ms: number): readonly Judged[] => {
    const before = grading
    if (grading) grading = advanceGrade(grading, ms)
    return settledSince(before)
  },
  finishGrade: (): Grade | undefined => grading && finishGrade(grading),
}

export type Work = typeof work

expose(work)
