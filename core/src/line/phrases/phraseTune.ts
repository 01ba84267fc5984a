import { KIND_SYMBOLS } from '../../theory/chord/chord.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { type Fifths, fifthsOf, noteName, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { type Key, keysOfMode } from '../../theory/pitch/key.ts'
import { barTicks, beatTicks } from '../../theory/rhythm/meter.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { readChart } from '../../tune/chart/read.ts'
import type { Line } from '../notes/line.ts'
import { comfortableStart, type Phrase, phraseAt } from './phrase.ts'

/** Steps on the line of fifths from a tonic to each pitch class above it, as chords over it are named. */
const NAMED: readonly Fifths[] = [0, -5, 2, -3, 4, -1, 6, 1, -4, 3, -2, 5]
const FOUR_FOUR = { beats: 4, unit: 4 } as const
const BAR = barTicks(FOUR_FOUR)
const BEAT = beatTicks(FOUR_FOUR)

/** The end of a phrase's last bar: of its notes, and of its last chord if that is longer. */
const lengthOf = ({ notes, chords }: Phrase): Ticks => {
  const last = notes.at(-1)
  const end = Math.max(last ? last.at + last.duration : 0, (chords.at(-1)?.at ?? 0) + BEAT)
  return Math.ceil(end / BAR) * BAR
}

/** Bars before a phrase's own first bar that its pickup needs. */
const leadOf = ({ notes }: Phrase): number => Math.max(0, Math.ceil(-(notes[0]?.at ?? 0) / BAR))

/** The chords of a phrase as a chart in 4/4, from a root; in a key, if one is given. */
const chartOf = (phrase: Phrase, rootOf: (above: number) => string, key?: Key) => {
  const lead = leadOf(phrase)
  const bars = lead + Math.max(1, lengthOf(phrase) / BAR)
  const starts = phrase.chords.map(({ at }) => Math.max(0, at + lead * BAR))
  const text = Array.from({ length: bars }, (_, bar) => {
    const [from, to] = [bar * BAR, (bar + 1) * BAR]
    const first = Math.max(
      0,
      starts.findLastIndex((start) => start <= from),
    )
    const inBar = [first, ...starts.flatMap((start, at) => (at > first && start < to ? [at] : []))]
    return inBar
      .map((at, place) => {
        const { above, kind } = phrase.chords[at]!
        const start = place === 0 ? from : starts[at]!
        const end = inBar[place + 1] === undefined ? to : starts[inBar[place + 1]!]!
        const symbol = `${rootOf(above)}${KIND_SYMBOLS[kind]}`
        return inBar.length === 1 ? symbol : `${symbol}:${(end - start) / BEAT}`
      })
      .join(' ')
  })
  const head = key ? `key: ${key.tonic} ${key.mode}\n` : ''
  const read = readChart(`${head}| ${text.join(' | ')} |`)
  if (!read.ok) throw new Error(read.problems.map(({ rule }) => rule).join(' '))
  return read.value
}

/**
 * Half steps from the root of a phrase's first chord up to the tonic that its chords are heard in, and the mode.
 *
 * @example homeOf(readPhrase('IIm7 V7 Imaj7', 'R b3 5')) // { above: 10, mode: 'major' }
 */
export const homeOf = (phrase: Phrase): { readonly above: number; readonly mode: Key['mode'] } => {
  const chart = chartOf(phrase, (above) => noteName(NAMED[above]!))
  const { key } = analyseChart(chart).readings.at(-1)!
  return { above: pitchClassOf(fifthsOf(key.tonic)), mode: key.mode }
}

/** A phrase as a tune of its own: its changes read in a key, and its notes over them. */
export interface PhraseInKey {
  readonly key: Key
  readonly analysis: Analysis
  readonly line: Line
}

/**
 * A phrase as a tune of its own in a key whose tonic is a number of half steps above C, its first note near a pitch.
 *
 * @example phraseInKey(phrase, 0, 62).line.notes[0].spelling // 'D4'
 */
export const phraseInKey = (phrase: Phrase, tonic: number, near: number): PhraseInKey => {
  const { above, mode } = homeOf(phrase)
  const key = keysOfMode(mode)[pitchClass(tonic)]!
  const rootOf = (over: number) => noteName(fifthsOf(key.tonic) + NAMED[pitchClass(over - above)]!)
  const analysis = analyseChart(chartOf(phrase, rootOf, key))
  return { key, analysis, line: phraseAt(analysis, phrase, leadOf(phrase), near) }
}

/**
 * A phrase in a key as an instrument reads it, near the middle of its comfortable notes.
 *
 * @param tonic half steps of the tonic above C, at concert pitch
 * @example phraseFor(phrase, 0, instrumentOf('trumpet')).key // { tonic: 'D', mode: 'major' }
 */
export const phraseFor = (phrase: Phrase, tonic: number, { written, range }: Instrument): PhraseInKey =>
  phraseInKey(phrase, tonic + written.semitones, comfortableStart(phrase, range) + written.semitones)

/**
 * The twelve tonics by fourths, in half steps above C.
 *
 * @example TONICS_BY_FOURTHS.slice(0, 3) // [0, 5, 10]
 */
export const TONICS_BY_FOURTHS: readonly number[] = Array.from({ length: 12 }, (_, at) => (at * 5) % 12)
