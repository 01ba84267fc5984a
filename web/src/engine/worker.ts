import {
  type Analysis,
  abcIn,
  analyseChart,
  type Brief,
  type ChangedPhrase,
  type Chart,
  type Composed,
  type Contrast,
  changedPhrase,
  composing,
  contrastsOf,
  type Development,
  type DevelopmentId,
  developLine,
  type Exercise,
  type FileLine,
  type FillStock,
  type FillTable,
  fillStock,
  fillTable,
  type Grade,
  type GradeRules,
  gradeTake,
  type Instrument,
  isMidi,
  type Line,
  type Outcome,
  type Override,
  openMusicXml,
  type Phrase,
  type PhraseChangeId,
  type PhrasePlace,
  type PlayedNote,
  type Proof,
  placesOf,
  proveLine,
  type RecognisedFile,
  type Review,
  type ReviewView,
  readAbcChart,
  readAbcLine,
  readChart,
  readMidiLine,
  readMidiTake,
  readMusicXmlChart,
  readMusicXmlLine,
  recogniseFile,
  reviewLine,
  stockKey,
  type Take,
  tableKey,
  tuneInKey,
  writeChart,
  writtenRange,
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

/** A tune as it is stored. */
interface StoredTune {
  readonly id: string
  readonly chart: string
  readonly readings: readonly Override[]
}

/** A tune's chart, read and analysed once as an instrument reads it, as long as both are the same. */
const read = new Map<string, { readonly of: string; readonly analysis: Analysis | undefined }>()

const readTune = ({ id, chart, readings }: StoredTune, instrument: Instrument): Analysis | undefined => {
  const of = JSON.stringify([chart, readings, instrument.id])
  const known = read.get(id)
  if (known?.of === of) return known.analysis
  const outcome = readChart(chart)
  const analysis = outcome.ok
    ? tuneInKey(analyseChart(outcome.value, readings), instrument).written
    : undefined
  read.set(id, { of, analysis })
  return analysis
}

/** A place of a tune where a phrase fits. */
export interface TunePlace extends Pick<PhrasePlace, 'bar' | 'why'> {
  readonly tune: string
  /** The number of the tune's bars. */
  readonly bars: number
}

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
  /** A phrase changed, if that can be done with it. */
  change: (phrase: Phrase, id: PhraseChangeId, at?: number): ChangedPhrase | undefined =>
    changedPhrase(phrase, id, at),
  /** Every place of some tunes where a phrase fits, best first, as an instrument reads it. */
  places: (tunes: readonly StoredTune[], phrase: Phrase, instrument: Instrument): readonly TunePlace[] =>
    tunes
      .flatMap((tune) => {
        const analysis = readTune(tune, instrument)
        const bars = analysis?.chart.bars.length ?? 0
        return analysis
          ? placesOf(analysis, phrase, writtenRange(instrument)).map((place) => ({
              ...place,
              tune: tune.id,
              bars,
            }))
          : []
      })
      .sort((a, b) => a.penalty - b.penalty)
      .map(({ bar, why, tune, bars }) => ({ bar, why, tune, bars })),
  review: (analysis: number, line: Line, view: ReviewView): Review =>
    reviewLine(analysisOf(analysis), line, view),
  /** The changes in a MusicXML or ABC file as the text of a chart, or what is wrong with the file. */
  importScore: (bytes: Uint8Array): Outcome<string> => {
    const abc = abcIn(bytes)
    const text = abc === undefined ? openMusicXml(bytes) : undefined
    if (text && !text.ok) return text
    const chart = text ? readMusicXmlChart(text.value) : readAbcChart(abc!)
    return chart.ok ? { ok: true, value: writeChart(chart.value) } : chart
  },
  /** The notes in a MIDI, MusicXML or ABC file, from its start, at concert pitch, or what is wrong with it. */
  importLine: (bytes: Uint8Array): Outcome<FileLine> => {
    if (isMidi(bytes)) return readMidiLine(bytes)
    const abc = abcIn(bytes)
    if (abc !== undefined) return readAbcLine(abc)
    const text = openMusicXml(bytes)
    return text.ok ? readMusicXmlLine(text.value) : text
  },
  /** What a file is, whatever its name says. */
  recogniseFile: (bytes: Uint8Array): Outcome<RecognisedFile> => ({ ok: true, value: recogniseFile(bytes) }),
  /** The notes that were played into a MIDI file, in milliseconds. */
  importTake: (bytes: Uint8Array): Outcome<readonly PlayedNote[]> => readMidiTake(bytes),
  gradeTake: (exercise: Exercise, take: Take, rules: GradeRules): Outcome<Grade> =>
    gradeTake(exercise, take, rules),
}

export type Engine = typeof engine

expose(engine)
