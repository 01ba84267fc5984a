import {
  advanceGrade,
  analyseChart,
  type Brief,
  type Chart,
  type ComposedLine,
  composeLines,
  type Exercise,
  type FillTable,
  fillTable,
  finishGrade,
  type Grade,
  type GradeState,
  gradeStep,
  type Judged,
  type Outcome,
  type Override,
  openMusicXml,
  type PlayedNote,
  readMusicXmlChart,
  startGrade,
  writeChart,
} from '@eager-contour/core'
import { expose } from 'comlink'

/** The figures that were priced for a brief's devices; another brief begins another table. */
let priced: { readonly devices: string; readonly table: FillTable } | undefined

const tableFor = (devices: Brief['devices']): FillTable => {
  const name = JSON.stringify(devices ?? {})
  if (priced?.devices !== name) priced = { devices: name, table: fillTable(devices) }
  return priced.table
}

let grading: GradeState | undefined

/** What was settled since the last call. */
const settledSince = (before: GradeState | undefined): readonly Judged[] =>
  grading?.settled.slice(before?.settled.length ?? 0) ?? []

/** Composing and grading, off the main thread. */
const work = {
  compose: (chart: Chart, readings: readonly Override[], brief: Brief): readonly ComposedLine[] =>
    composeLines(analyseChart(chart, readings), brief, tableFor(brief.devices)),
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
