import {
  barWords,
  type Chart,
  type Fifths,
  fifthsOf,
  type Key,
  keysOfMode,
  readChordSymbol,
  transposeChord,
} from '@eager-contour/core'

/** A pitch in which changes can be shown: steps on the line of fifths from concert. */
export interface View {
  readonly id: string
  readonly name: string
  readonly fifths: Fifths
}

/** Instruments by the key in which their parts are written. */
export const INSTRUMENT_VIEWS: readonly View[] = [
  { id: 'concert', name: 'concert', fifths: 0 },
  { id: 'b-flat', name: 'for B♭', fifths: 2 },
  { id: 'e-flat', name: 'for E♭', fifths: 3 },
  { id: 'f', name: 'for F', fifths: 1 },
]

/** Intervals up, by their steps on the line of fifths. */
export const INTERVALS: readonly View[] = [
  { id: 'm2', name: 'a minor second up', fifths: -5 },
  { id: 'M2', name: 'a major second up', fifths: 2 },
  { id: 'm3', name: 'a minor third up', fifths: -3 },
  { id: 'M3', name: 'a major third up', fifths: 4 },
  { id: 'P4', name: 'a fourth up', fifths: -1 },
  { id: 'A4', name: 'a tritone up', fifths: 6 },
  { id: 'P5', name: 'a fifth up', fifths: 1 },
  { id: 'm6', name: 'a minor sixth up', fifths: -4 },
  { id: 'M6', name: 'a major sixth up', fifths: 3 },
  { id: 'm7', name: 'a minor seventh up', fifths: -2 },
  { id: 'M7', name: 'a major seventh up', fifths: 5 },
]

/** The keys that a chart can be moved to, with their steps. */
export const keyViews = (key: Key): readonly View[] =>
  keysOfMode(key.mode).map((other) => ({
    id: `key ${other.tonic}`,
    name: other.tonic,
    fifths: fifthsOf(other.tonic) - fifthsOf(key.tonic),
  }))

/** What was typed in a view, as it is stored: each chord transposed back, anything else unchanged. */
export const storedWords = (typed: string, fifths: Fifths): string =>
  typed
    .trim()
    .split(/\s+/)
    .map((word) => {
      const [, symbol = word, beats = ''] = /^(.+?)(:\d+(?:\.5)?)?$/.exec(word) ?? []
      const outcome = readChordSymbol(symbol)
      return outcome.ok && fifths !== 0 ? transposeChord(outcome.value, -fifths).symbol + beats : word
    })
    .join(' ')

/** Pixels of a bar in the editing strip: before its chords, and for each of them, in usual and in large type. */
const BAR_EDGE = 22
const WORD = { usual: 62, large: 84 } as const

/**
 * The bars per row in the editing strip, and whether their chords are large: as many as the form's own rows have, or
 * fewer in a strip too narrow (pixels) to show every chord whole.
 */
export const editRows = (chart: Chart, width: number): { readonly bars: number; readonly large: boolean } => {
  const words = Math.max(...chart.written.map((written) => barWords(written).length))
  const fits = (bars: number, word: number) => width / bars >= BAR_EDGE + words * word
  const most = chart.written.length <= 16 ? 4 : 8
  const bars = width === 0 ? most : ([8, 4, 2].find((one) => one <= most && fits(one, WORD.usual)) ?? 1)
  return { bars, large: most === 4 && fits(bars, WORD.large) }
}
