import { describe, expect, it } from 'vitest'
import { analysed, TWELVE_STEPS } from '../../../test/changes.ts'
import { CHARTS } from '../../../test/charts.ts'
import { harmonyOf, harmonyRead } from '../../line/figures/harmony.ts'
import { ALL_REGIONS, smallestSets } from '../../line/paths/smallestsets.ts'
import { guideTones } from '../../theory/chord/chord.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { transposeChart, wholeTune } from '../../tune/chart/chart.ts'
import { allowedOver } from './allowed.ts'
import { makeExercise } from './make.ts'
import { type RungId, rungOf } from './rungs.ts'
import { readOrder } from './shapes.ts'

const variantsOf = (rung: RungId, option: string, value: string): readonly number[] =>
  rungOf(rung).variants.flatMap(({ options }, at) => (options?.[option] === value ? [at] : []))

const made = (
  analysis: Analysis,
  rung: RungId,
  variant: number,
  id = 'tenor-sax',
  more: { readonly order?: string } = {},
) =>
  makeExercise(
    { rung, variant, stretch: wholeTune(analysis.chart), tempo: 100, ...more },
    analysis,
    instrumentOf(id),
  )
const expected = (...args: Parameters<typeof made>) => {
  const outcome = made(...args)
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems))
  return outcome.value.expected
}

describe('what is asked (common practice, no source)', () => {
  it('chord scales joined by step: every note the next scale note, turning at the range', () => {
    const { range } = instrumentOf('tenor-sax')
    for (const text of CHARTS) {
      const tune = analysed(text)
      for (const variant of variantsOf('chord-scales', 'next chord', 'joined by step')) {
        const notes = expected(tune, 'chord-scales', variant)
        notes.forEach((note, at) => {
          expect(harmonyRead(tune, note.chord).isScale[note.midi % 12]).toBe(true)
          expect(note.midi).toBeGreaterThanOrEqual(range.low)
          expect(note.midi).toBeLessThanOrEqual(range.high)
          const before = notes[at - 1]
          // Some scales have a step of three half steps.
          if (before) expect([1, 2, 3]).toContain(Math.abs(note.midi - before.midi))
        })
      }
    }
  })

  it('landings over the bar line: every change of chord is reached by step, on a tone of the new chord', () => {
    let changes = 0
    for (const text of CHARTS) {
      const tune = analysed(text)
      for (const variant of variantsOf('landings', 'next chord', 'over the bar line')) {
        const notes = expected(tune, 'landings', variant)
        notes.slice(1).forEach((note, at) => {
          const before = notes[at]!
          if (before.chord === note.chord) return
          changes += 1
          const { isTone, kind, root } = harmonyRead(tune, note.chord)
          const six = ['major', 'tonicMinor'].includes(kind) && pitchClass(note.midi - root) === 9
          expect({ text, variant, at, lands: isTone[note.midi % 12] || six }).toMatchObject({ lands: true })
          expect(Math.abs(note.midi - before.midi)).toBeLessThanOrEqual(4)
        })
      }
    }
    expect(changes).toBeGreaterThan(500)
  })

  it('approaches: the tone on the beat and off it; on half a bar all of 1 3 5 7, in sixteenths', () => {
    const tune = analysed('key: C major\n| Dm7 | G7 | Em7 A7 | Dm7 G7 |')
    for (const { options } of rungOf('from-below').variants) {
      const variant = rungOf('from-below').variants.findIndex((one) => one.options === options)
      const notes = expected(tune, 'from-below', variant)
      const onBeat = options!['the tone'] === 'on the beat'
      const whole = options!['half a bar'] === 'all four tones, in sixteenths'
      const tones = notes.filter(({ chord, midi }) => harmonyRead(tune, chord).isTone[midi % 12])
      const eighths = notes.filter(({ bar, duration }) => bar === 0 && duration === 240)
      expect(eighths.length).toBe(8)
      // Each tone of the first two bars is where it was asked.
      for (const { start } of tones.filter(({ bar }) => bar === 0)) expect(start % 480 === 0).toBe(onBeat)
      if (!whole) continue
      const half = tune.spans.filter(({ bar }) => bar > 1)
      for (const span of half) {
        const own = notes.filter(({ start }) => start >= span.start && start < span.end)
        for (const tone of span.chord.tones)
          expect(own.map(({ midi }) => pitchClass(midi - harmonyRead(tune, span.index).root))).toContain(
            pitchClass(tone.semitones),
          )
      }
    }
  })

  it('enclosures: the tone of every figure, and of each half of it, on the beat or off it as asked', () => {
    const tune = analysed('key: C major\n| Cmaj7 |')
    rungOf('enclosures').variants.forEach(({ options }, variant) => {
      const degree = options!.around!.at(-1)!
      const above = { '1': 0, '3': 4, '5': 7, '7': 11 }[degree]!
      const notes = expected(tune, 'enclosures', variant)
      const count = { two: 2, three: 3, four: 4, 'the half below': 1, 'the half above': 1 }[
        options!.notes as 'two'
      ]
      const first = notes.findIndex(({ midi }, at) => at >= count && pitchClass(midi) === above)
      expect(notes[first]!.start % 480 === 0).toBe(options!['the tone'] === 'on the beat')
    })
  })

  it('reads a player’s own order as it is typed', () => {
    expect(readOrder('5 3 7 1')).toBe('5 3 7 1')
    expect(readOrder(' 5-3-7-R ')).toBe('5 3 7 1')
    expect(readOrder('1324')).toBe('1 3 2 4')
    expect(readOrder('8, 3, 5, 7')).toBe('8 3 5 7')
    for (const wrong of ['', 'abc', '1 3 15', '0 1', '1 '.repeat(17)])
      expect(readOrder(wrong)).toBeUndefined()
    const tune = analysed('key: C major\n| Dm7 | G7 |')
    const own = variantOf('other-orders', 'your own order')
    expect(
      expected(tune, 'other-orders', own, 'concert', { order: '1 3 2 4' })
        .slice(0, 8)
        .map(({ spelling }) => spelling.replace(/\d/, '')),
    ).toEqual(['D', 'F', 'E', 'G', 'D', 'F', 'E', 'G'])
    expect(made(tune, 'other-orders', own, 'concert', { order: '1 x' })).toMatchObject({
      ok: false,
      problems: [{ rule: 'exercise.order', args: ['1 x'] }],
    })
  })

  it('a scale that the player chose is obeyed by every rung: over an altered dominant no natural 5, 9 or 13', () => {
    const { chart } = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Cmaj7 |')
    const tune = analyseChart(chart, [{ from: 1, to: 1, scale: 'altered' }])
    const rungs: readonly RungId[] = [
      'triads',
      'outline-up',
      'from-5',
      'to-the-9',
      'nearest-join',
      'other-orders',
      'chord-scales',
      'landings',
      'cell',
      'cell-turned',
      'v-through-both',
    ]
    for (const rung of rungs)
      rungOf(rung).variants.forEach((_, variant) => {
        if (rung === 'cell-turned' && variant === 1) return
        for (const { chord, midi } of expected(tune, rung, variant))
          if (chord === 1)
            expect({ rung, variant, above: pitchClass(midi - 7) }).not.toMatchObject({ above: 2 })
      })
    // Unless it was chosen, the chord's own 5 stands.
    expect(harmonyOf(tune.spans[1]!.chord, 'altered').isTone[2]).toBe(true)
  })

  it('the small set is the Map’s, in every key and for every range; a set of three keeps a guide tone', () => {
    for (const text of CHARTS.slice(0, 12)) {
      const { chart } = analysed(text)
      const stretch = { from: 0, to: Math.min(7, chart.bars.length - 1) }
      const steps = TWELVE_STEPS.map((fifths) => {
        const tune = analyseChart(transposeChart(chart, fifths))
        return ([3, 4] as const).map((size) => {
          const root = harmonyRead(tune, 0).root
          const allowed = allowedOver(tune, stretch, { smallSet: size })
          const map = smallestSets(tune, {
            stretch,
            size,
            low: 48 + (fifths % 5),
            high: 48 + (fifths % 5) + ALL_REGIONS,
          })!
          for (const { chord, notes } of map.sets) {
            const classes = allowed[chord]!.flatMap((on, at) => (on ? [at] : []))
            expect(classes).toEqual([...new Set(notes.map(({ midi }) => midi % 12))].sort((a, b) => a - b))
            const guides = guideTones(tune.spans[chord]!.chord).map(({ degree }) => degree)
            if (guides.length > 0) expect(notes.some(({ degree }) => guides.includes(degree))).toBe(true)
          }
          return map.sets.map(({ notes }) => notes.map(({ midi }) => pitchClass(midi - root)))
        })
      })
      for (const other of steps) expect(other).toEqual(steps[0])
    }
  })
})

function variantOf(rung: RungId, name: string): number {
  return rungOf(rung).variants.findIndex((one) => one.name === name)
}
