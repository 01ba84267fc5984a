import {
  type Analysis,
  analyseChart,
  type Brief,
  type Chart,
  type Composed,
  composing,
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

/** The figures that were found, for a rhythm and the player's own cells; and those that were priced, for a brief. */
let found: { readonly key: string; readonly stock: FillStock } | undefined
let priced: { readonly key: string; readonly table: FillTable } | undefined

/** Other wishes price the figures anew; finding them, which takes far longer, is done once. */
const tableFor = (brief: Brief): FillTable => {
  const stocked = stockKey(brief)
  if (found?.key !== stocked) found = { key: stocked, stock: fillStock(brief) }
  const key = tableKey(brief)
  if (priced?.key !== key) priced = { key, table: fillTable(brief, found.stock) }
  return priced.table
}

/** Milliseconds of work before the worker listens whether something newer is asked. */
const SPELL_MS = 20

/** After so long one line is answered with, though another round could better it. */
const ANSWER_MS = 50

const listen = (): Promise<void> => new Promise((done) => setTimeout(done))

let asked = 0

/** The analyses that are worked on, by the numbers that the page gave them. */
const held = new Map<number, Analysis>()

const analysisOf = (id: number): Analysis => {
  const analysis = held.get(id)
  if (!analysis) throw new Error(`no analysis is held under ${id}`)
  return analysis
}

/** Composes in spells; what is asked later takes the place of what is under way, which then has no answer. */
const compose = async (analysis: number, brief: Brief): Promise<Composed | undefined> => {
  asked += 1
  const ticket = asked
  const answerAt = performance.now() + ANSWER_MS
  // One line answers at once, also on a slow machine; several, and what a line must have, may take their time.
  const must = brief.cells?.some((cell) => cell.must) ?? false
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

/** A standard MIDI file begins with these letters. */
const isMidi = (bytes: Uint8Array): boolean => String.fromCharCode(...bytes.slice(0, 4)) === 'MThd'

/** Composing, reviewing and grading, off the main thread. */
const engine = {
  /** Takes a chart to be asked about later, by a number; the oldest is let go. */
  hold: (id: number, chart: Chart, readings: readonly Override[]): void => {
    held.set(id, analyseChart(chart, readings))
    held.delete(id - MOST_CACHED)
  },
  compose,
  /** Composes once for nothing, so that the first line that is asked for does not have to wait for cold tables. */
  warm: async (analysis: number, brief: Brief): Promise<void> => {
    if (asked === 0) await compose(analysis, brief)
  },
  review: (analysis: number, line: Line, view: ReviewView): Review =>
    reviewLine(analysisOf(analysis), line, view),
  /** The changes in a MusicXML file as the text of a chart, or what is the matter with the file. */
  importScore: (bytes: Uint8Array): Outcome<string> => {
    const text = openMusicXml(bytes)
    if (!text.ok) return text
    const chart = readMusicXmlChart(text.value)
    return chart.ok ? { ok: true, value: writeChart(chart.value) } : chart
  },
  /** The notes in a MIDI or MusicXML file, from its beginning, at concert pitch, or what is the matter with it. */
  importLine: (bytes: Uint8Array): Outcome<readonly UnspelledNote[]> => {
    if (isMidi(bytes)) return readMidiLine(bytes)
    const text = openMusicXml(bytes)
    return text.ok ? readMusicXmlLine(text.value) : text
  },
  /** The notes that were played into a MIDI file, in milliseconds. */
  importTake: (bytes: Uint8Array): Outcome<readonly PlayedNote[]> => readMidiTake(bytes),
  gradeTake: (exercise: Exercise, take: Take, rules: GradeRules): Grade => gradeTake(exercise, take, rules),
}

export type Engine = typeof engine

expose(engine)
