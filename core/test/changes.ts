import type { Line } from '../src/line/notes/line.ts'
import { readPitch } from '../src/theory/pitch/pitch.ts'
import { EIGHTH } from '../src/theory/rhythm/ticks.ts'
import { analyseChart } from '../src/tune/analysis/analyse.ts'
import type { Analysis } from '../src/tune/analysis/analysis.ts'
import type { Chart } from '../src/tune/chart/chart.ts'
import { readChart } from '../src/tune/chart/read.ts'

/** A chart of the text; the test fails where it cannot be read. */
export const chartOf = (text: string): Chart => {
  const outcome = readChart(text)
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems))
  return outcome.value
}

export const analysed = (text: string): Analysis => analyseChart(chartOf(text))

/** A line of eighths from names such as 'Db5 C5 . Bb4', a dot for a rest; from a tick on. */
export const eighths = (names: string, from = 0): Line => ({
  notes: names
    .split(/\s+/)
    .flatMap((name, index) =>
      name === '.'
        ? []
        : [{ start: from + index * EIGHTH, duration: EIGHTH, midi: readPitch(name)!.midi, spelling: name }],
    ),
})

/** Twelve roots as charts spell them, by steps on the line of fifths from C. */
export const TWELVE_STEPS = [0, -5, 2, -3, 4, -1, -6, 1, -4, 3, -2, 5] as const
