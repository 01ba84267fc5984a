import {
  analyseChart,
  barStarts,
  type Chart,
  composeLines,
  fifthsOf,
  instrumentOf,
  type Line,
  noteName,
  phraseInKey,
  readChart,
  SHIPPED_PHRASES,
  type Stretch,
  scoreOf,
  transposeChart,
} from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { layoutSystems } from './layout.ts'
import { extentOf, shared } from './spacing.ts'

describe('shared', () => {
  it('goes by weight, but gives no part less than it needs', () => {
    expect(shared(100, [0, 0], [1, 3])).toEqual([25, 75])
    expect(shared(100, [40, 0, 0], [1, 2, 2])).toEqual([40, 30, 30])
    // The second falls short only when the first has what it needs.
    expect(shared(100, [70, 14, 0], [1, 1, 1])).toEqual([70, 15, 15])
    expect(shared(50, [80, 20], [1, 1])).toEqual([40, 10])
    expect(shared(10, [0], [1])).toEqual([10])
  })
})

/** The sheet of Line in a window of 1280 by 800, in pixels. */
const WIDTH = 772
const STRETCH: Stretch = { from: 0, to: 7 }
const chartOf = (text: string) => {
  const chart = readChart(text)
  if (!chart.ok) throw new Error('the chart of the test can’t be read')
  return chart.value
}
const CHARTS = [
  '| Dm7 | G7alt | Cmaj7 | A7b9 | Fm7 Bb7 | Em7b5 A7 | Dm7 Db7 | C6 |',
  '| (3/4) Gm7 | C7 | Fmaj7 | D7b9 | Bm7b5 | E7alt | Am6 | D7 |',
]
/** From C to each of the other tonics, on the line of fifths and in half steps. */
const KEYS = Array.from({ length: 12 }, (_, at) => ({ fifths: at - 6, semitones: ((at - 6) * 7) % 12 }))

/** A line in another key: its letters a number of fifths away (seven of them are a half step higher). */
const movedBy = ({ notes }: Line, fifths: number, semitones: number): Line => ({
  notes: notes.map((note) => {
    const midi = note.midi + semitones
    const name = noteName(fifthsOf(note.spelling.replace(/-?\d+$/, '')) + fifths)
    const alter = name.split('#').length - name.split('b').length
    return { ...note, midi, spelling: `${name}${Math.floor((midi - alter) / 12) - 1}` }
  }),
})

/** The number of signs of a line, and of those that lie over the one before or over the bar line. */
const crowdedIn = (chart: Chart, line: Line, stretch: Stretch) => {
  const score = scoreOf(chart, line, stretch)
  const starts = barStarts(chart)
  let [signs, crowded] = [0, 0]
  for (const layout of layoutSystems(chart, stretch, WIDTH, score))
    for (const bar of score.bars.filter(({ number }) => number >= layout.from && number <= layout.to)) {
      let last = layout.barX(bar.number)
      for (const event of bar.events.length < 2 ? [] : bar.events) {
        const x = layout.xOf(starts[bar.number]! + event.start)
        const { left, right } = extentOf(event)
        signs += 1
        if (x - left < last - 0.5) crowded += 1
        last = x + right
      }
      if (last > layout.barX(bar.number + 1) + 0.5) crowded += 1
    }
  return { signs, crowded }
}

describe('the spacing of a staff', () => {
  it('leaves no head, accidental, rest, dot or flag over another one: every phrase that ships in twelve keys', () => {
    let [lines, all] = [0, 0]
    for (const { name, phrase } of SHIPPED_PHRASES)
      for (let tonic = 0; tonic < 12; tonic += 1) {
        const { analysis, line } = phraseInKey(phrase, tonic, 62)
        const stretch = { from: 0, to: analysis.chart.bars.length - 1 }
        const { signs, crowded } = crowdedIn(analysis.chart, line, stretch)
        expect({ name, tonic, crowded }).toEqual({ name, tonic, crowded: 0 })
        lines += 1
        all += signs
      }
    expect(lines).toBeGreaterThan(800)
    expect(all).toBeGreaterThan(lines * 6)
  })

  it('leaves none over another one in composed lines: solos, eighths and triplets in twelve keys', () => {
    const { range } = instrumentOf('tenor-sax')
    let lines = 0
    for (const text of CHARTS)
      for (const rhythm of ['solo', 'eighths', 'triplets'] as const) {
        const chart = chartOf(text)
        const { lines: made } = composeLines(analyseChart(chart), {
          ...{ stretch: STRETCH, range, seed: 3, count: 3, rhythm, breathBars: 4 },
        })
        for (const { line } of made)
          for (const { fifths, semitones } of KEYS) {
            const moved = crowdedIn(transposeChart(chart, fifths), movedBy(line, fifths, semitones), STRETCH)
            expect({ rhythm, fifths, crowded: moved.crowded }).toEqual({ rhythm, fifths, crowded: 0 })
            lines += 1
          }
      }
    expect(lines).toBeGreaterThanOrEqual(200)
  })

  it('keeps equal notes equally far apart where nothing needs more, and gives accidentals their room', () => {
    const chart = chartOf('| Cmaj7 | Cmaj7 |')
    const at = (midi: readonly [number, string][]) =>
      midi.map(([pitch, spelling], index) => ({ start: index * 240, duration: 240, midi: pitch, spelling }))
    const plain = at([
      [60, 'C4'],
      [62, 'D4'],
      [64, 'E4'],
      [65, 'F4'],
      [67, 'G4'],
      [69, 'A4'],
      [71, 'B4'],
      [72, 'C5'],
    ])
    const coloured = at([
      [60, 'C4'],
      [61, 'C#4'],
      [60, 'C4'],
      [61, 'C#4'],
      [60, 'C4'],
      [61, 'C#4'],
      [60, 'C4'],
      [61, 'C#4'],
    ])
    const gaps = (notes: typeof plain, width: number) => {
      const stretch = { from: 0, to: 0 }
      const [layout] = layoutSystems(chart, stretch, width, scoreOf(chart, { notes }, stretch), 'read', 1)
      const places = notes.map(({ start }) => layout!.xOf(start))
      return places.slice(1).map((x, index) => x - places[index]!)
    }
    for (const gap of gaps(plain, 500)) expect(gap).toBeCloseTo(gaps(plain, 500)[0]!, 6)
    // Each note has a sign of its own: sharp and natural in turn.
    for (const gap of gaps(coloured, 330)) expect(gap).toBeGreaterThan(24)
  })
})
