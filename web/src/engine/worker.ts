import {
  type Analysis,
  analyseChart,
  type Brief,
  type Chart,
  type Composed,
  type Contrast,
  composing,
  contrastsOf,
  type Development,
  type DevelopmentId,
  developLine,
  type Exercise,
  type FillStock,
  type FillTable,
  fillStock,
  fillTable,
  type Grade,
  type GradeRules,
  gradeTake,
  type Line,
  type Outcome,
  type Override,
  openMusicXml,
  type PlayedNote,
  type Proof,
  proveLine,
  type Review,
  type ReviewView,
  readMidiLine,
  readMidiTake,
  readMusicXmlChart,
  readMusicXmlLine,
  reviewLine,
  stockKey,
  type Take,
  tableKey,
  type UnspelledNote,
  writeChart,
} from '@eager-contour/core'
import { expose } from 'comlink'
import { MOST_CACHED } from './held.ts'

/** The figures found, by rhythm and the player's own cells, and the priced ones, by brief. */
let found: { readonly key: string; readonly stock: FillStock } | undefined
let priced: { readonly key: string; readonly table: FillTable } | undefined

/** Another brief prices the figures again; finding them, which takes far longer, is done once. */
const tableFor = (brief: Brief): FillTable => {
  const stocked = stockKey(brief)
  if (found?.key !== stocked) found = { key: stocked, stock: fillStock(brief) }
  const key = tableKey(brief)
  if (priced?.key !== key) priced = { key, table: fillTable(brief, found.stock) }
  return priced.table
}

/** Milliseconds of work before the worker checks for a newer request. */
const SPELL_MS = 20

/** After this time a single line is returned even if another round could improve it. */
const ANSWER_MS = 50

const listen = (): Promise<void> => new Promise((done) => setTimeout(done))

let asked = 0

/** The analyses in use, by the numbers that the page gave them. */
const held = new Map<number, Analysis>()

const analysisOf = (id: number): Analysis => {
  const analysis = held.get(id)
  if (!analysis) throw new Error(`no analysis is held under ${id}`)
  return analysis
}

/** Composes in slices; a later request replaces the current one, which then has no result. */
const compose = async (analysis: number, brief: Brief): Promise<Composed | undefined> => {
  asked += 1
  const ticket = asked
  const answerAt = performance.now() + ANSWER_MS
  // A single line is returned quickly, also on a slow machine; several lines, and required cells, may take longer.
  const must = [...(brief.cells ?? []), ...(brief.vocabulary ?? [])].some((one) => one.must)
  const enough = () => brief.count === 1 && !must && performance.now() > answerAt
  const steps = composing(analysisOf(analysis), brief, tableFor(brief), enough)
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

/** A standard MIDI file starts with these letters. */
const isMidi = (bytes: Uint8Array): boolean => String.fromCharCode(...bytes.slice(0, 4)) === 'MThd'

/** Composing, reviewing and grading, off the main thread. */
const engine = {
  /** Stores a chart under a number for later requests; the oldest is dropped. */
  hold: (id: number, chart: Chart, readings: readonly Override[]): void => {
    held.set(id, analyseChart(chart, readings))
    held.delete(id - MOST_CACHED)
  },
  compose,
  /** Composes once without using the result, so that the first requested line doesn't wait for cold tables. */
  warm: async (analysis: number, brief: Brief): Promise<void> => {
    if (asked === 0) await compose(analysis, brief)
  },
  /** Why the first line of a brief was given. */
  prove: (analysis: number, brief: Brief): Proof | undefined => proveLine(analysisOf(analysis), brief),
  /** What sets each of several lines apart from the others. */
  contrasts: (analysis: number, lines: readonly Line[]): readonly (readonly Contrast[])[] =>
    contrastsOf(analysisOf(analysis), lines),
  /** Makes something of some notes of a line. */
  develop: (
    analysis: number,
    line: Line,
    range: { readonly from: number; readonly to: number },
    id: DevelopmentId,
    brief: Brief,
  ): Development => developLine(analysisOf(analysis), line, range, id, brief),
  review: (analysis: number, line: Line, view: ReviewView): Review =>
    reviewLine(analysisOf(analysis), line, view),
  /** The changes in a MusicXML file as the text of a chart, or what is wrong with the file. */
  importScore: (bytes: Uint8Array): Outcome<string> => {
    const text = openMusicXml(bytes)
    if (!text.ok) return text
    const chart = readMusicXmlChart(text.value)
    return chart.ok ? { ok: true, value: writeChart(chart.value) } : chart
  },
  /** The notes in a MIDI or MusicXML file, from its start, at concert pitch, or what is wrong with it. */
  importLine: (bytes: Uint8Array): Outcome<readonly UnspelledNote[]> => {
    if (isMidi(bytes)) return readMidiLine(bytes)
    const text = openMusicXml(bytes)
    return text.ok ? readMusicXmlLine(text.value) : text
  },
  /** The notes that were played into a MIDI file, in milliseconds. */
  importTake: (bytes: Uint8Array): Outcome<readonly PlayedNote[]> => readMidiTake(bytes),
  gradeTake: (exercise: Exercise, take: Take, rules: GradeRules): Outcome<Grade> =>
    gradeTake(exercise, take, rules),
}

export type Engine = typeof engine

expose(engine)
