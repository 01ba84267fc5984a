import {
  type Analysis,
  analyseChart,
  boardOf,
  fingeringOf,
  instrumentOf,
  phraseFits,
  readChart,
  readPhrase,
  SHIPPED_PHRASES,
  throughChords,
} from '@eager-contour/core'
import { median, milliseconds, type Row } from './table.ts'

const ROUNDS = 15
const LIMITS = { through: 20, search: 100, fingering: 50 } as const
const CHART = '| Dm7 | G7 | Cmaj7 | A7b9 | Fm7 Bb7 | Ebmaj7 | Am7b5 D7b9 | Gm6 |'
const TUNES = 200
const PHRASES = 500

const times = (work: () => void): readonly number[] => {
  for (let round = 0; round < 3; round += 1) work()
  return Array.from({ length: ROUNDS }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  })
}

const analysed = (text: string): Analysis => {
  const outcome = readChart(text)
  if (!outcome.ok) throw new Error('the chart of the benchmark cannot be read')
  return analyseChart(outcome.value)
}

/** Phrases: a cell through every chord, places for many phrases in many tunes, fingering. */
export const benchVocabulary = (): readonly Row[] => {
  const row = (what: string, work: () => void, limit: number): Row => ({
    what,
    ours: milliseconds(median(times(work))),
    peer: '',
    ratio: '',
    limit: milliseconds(limit),
  })
  const tune = analysed(CHART.repeat(4))
  const cell = readPhrase('IIm7', 'R 9 b3 5')
  const guitar = instrumentOf('guitar')
  const board = boardOf(guitar)!
  const notes = Array.from({ length: 512 }, (_, at) => ({ start: at * 240, midi: 52 + ((at * 7) % 25) }))
  const tunes = Array.from({ length: TUNES }, () => analysed(CHART.repeat(4)))
  const phrases = Array.from(
    { length: PHRASES },
    (_, at) => SHIPPED_PHRASES[at % SHIPPED_PHRASES.length]!.phrase,
  )
  return [
    row(
      'a cell through 32 bars',
      () => throughChords(tune, cell, { from: 0, to: 31 }, instrumentOf('tenor-sax')),
      LIMITS.through,
    ),
    row(
      `places of ${PHRASES} phrases in ${TUNES} tunes that are read already`,
      () => {
        for (const phrase of phrases) for (const one of tunes) phraseFits(one, phrase)
      },
      LIMITS.search,
    ),
    row('fingering 64 bars of eighths on the guitar', () => fingeringOf(board, notes), LIMITS.fingering),
  ]
}
