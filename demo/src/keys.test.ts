import {
  analyseChart,
  chordPitchClasses,
  fifthsOf,
  keysOfMode,
  pitchClassOf,
  readChart,
} from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { DEMO_TUNES } from './index.ts'

/**
 * How well each of the twelve notes fits a key: the probe-tone profiles of C. L. Krumhansl and E. J. Kessler, Tracing the
 * Dynamic Changes in Perceived Tonal Organization (Psychological Review 89, 1982); values from memory.
 */
const PROFILES = {
  major: [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88],
  minor: [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17],
} as const

const correlation = (a: readonly number[], b: readonly number[]): number => {
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length
  const [meanA, meanB] = [mean(a), mean(b)]
  let [top, left, right] = [0, 0, 0]
  a.forEach((value, at) => {
    top += (value - meanA) * (b[at]! - meanB)
    left += (value - meanA) ** 2
    right += (b[at]! - meanB) ** 2
  })
  return top / Math.sqrt(left * right)
}

const chartOf = (text: string) => {
  const outcome = readChart(text)
  if (!outcome.ok) throw new Error('unread')
  return outcome.value
}

/** The key whose profile is likest to how long each note is part of the sounding chord. */
const keyByProfile = (text: string): string => {
  const weights: number[] = new Array(12).fill(0)
  for (const { chord, start, end } of analyseChart(chartOf(text)).spans)
    for (const pitchClass of chordPitchClasses(chord)) weights[pitchClass]! += end - start
  const ranked = (['major', 'minor'] as const)
    .flatMap((mode) =>
      keysOfMode(mode).map(({ tonic }) => {
        const at = pitchClassOf(fifthsOf(tonic))
        const turned = weights.map((_, step) => weights[(step + at) % 12]!)
        return { tonic, mode, fit: correlation(turned, PROFILES[mode]) }
      }),
    )
    .sort((a, b) => b.fit - a.fit)
  return `${ranked[0]!.tonic} ${ranked[0]!.mode}`
}

/** Our own key without being told: the one that most of the tune's time is read in. */
const keyByReading = (text: string): string => {
  const chart = chartOf(text)
  const { key: _told, ...untold } = chart
  const time = new Map<string, number>()
  const { spans, readings } = analyseChart(untold)
  for (const { index, start, end } of spans) {
    const { tonic, mode } = readings[index]!.key
    time.set(`${tonic} ${mode}`, (time.get(`${tonic} ${mode}`) ?? 0) + end - start)
  }
  return [...time].sort(([, a], [, b]) => b - a)[0]![0]
}

/** Where the profile finds another key, and why: a profile knows how long notes sound, not in which order. */
const DIFFERENT: Readonly<Record<string, string>> = {
  // Eight bars of dominants (C♯7 F♯7 B7 E7) and the E7s before each A: their notes outweigh the tonic's.
  'tune-tinsmiths-errand': 'E major',
  // Gm9 holds all of a D minor triad and stands for sixteen bars; nothing but its root says that it is home.
  'tune-grey-heron': 'D minor',
}

/** Where the reading that is not told the key finds another: long minor chords are read as Dorian, ii of a major key. */
const UNTOLD: Readonly<Record<string, string>> = { 'tune-grey-heron': 'F major' }

describe('the keys of the demo tunes', () => {
  it.each(DEMO_TUNES.map(({ id, chart }) => [id, chart] as const))(
    '%s, by published key profiles',
    (id, chart) => {
      const key = chartOf(chart).key!
      const own = `${key.tonic} ${key.mode}`
      expect(keyByProfile(chart)).toBe(DIFFERENT[id] ?? own)
    },
  )

  it.each(DEMO_TUNES.map(({ id, chart }) => [id, chart] as const))(
    '%s, read without being told',
    (id, chart) => {
      const key = chartOf(chart).key!
      expect(keyByReading(chart)).toBe(UNTOLD[id] ?? `${key.tonic} ${key.mode}`)
    },
  )
})
