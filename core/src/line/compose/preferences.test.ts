import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import type { RhythmStyle } from '../../theory/rhythm/cells.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import { transposeChart } from '../../tune/chart/chart.ts'
import { wordReason } from '../../wording/words.ts'
import { analyseLine, degreeOver } from '../explain/analysedLine.ts'
import { explainLine } from '../explain/explain.ts'
import { harmonyOf, hasPitch } from '../figures/harmony.ts'
import { type Line, transposeLine } from '../notes/line.ts'
import { phrasesOf } from '../notes/shapes.ts'
import type { Brief } from './brief.ts'
import { composeLines, composing } from './compose.ts'

const BARS = '| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |'
const TUNE = analysed(`key: Db major\n${BARS}`)
const RANGE = { low: 54, comfortLow: 58, comfortHigh: 78, high: 84 }
const EIGHT = { from: 0, to: 7 }
const brief = (more: Partial<Brief> = {}): Brief => ({
  stretch: EIGHT,
  seed: 1,
  count: 1,
  range: RANGE,
  breathBars: 4,
  rhythm: 'triplets',
  ...more,
})
const composed = (more: Partial<Brief> = {}) => composeLines(TUNE, brief(more))
const line = (more: Partial<Brief> = {}): Line => composed(more).lines[0]!.line
const SEEDS = [1, 2, 3]
const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0)
const over = (more: Partial<Brief>, count: (one: Line) => number) =>
  sum(SEEDS.map((seed) => count(line({ ...more, seed }))))

describe('rhythm', () => {
  const durations = (one: Line) => new Set(one.notes.map(({ duration }) => duration))

  it.each<[RhythmStyle, number]>([
    ['triplets', 160],
    ['sixteenths', 120],
  ])('%s has notes of %i ticks', (rhythm, ticks) => {
    expect(durations(line({ rhythm })).has(ticks)).toBe(true)
  })

  it('syncopation ties chord tones over into strong beats, which are read as anticipations or chord tones', () => {
    const one = line({ rhythm: 'syncopated' })
    const held = analyseLine(TUNE, one).filter(
      ({ start, end }) => Math.floor(start / 960) !== Math.floor((end - 1) / 960),
    )
    expect(held.length).toBeGreaterThan(3)
    const { notes } = explainLine(TUNE, one)
    for (const { index, heldInto } of held)
      if (heldInto !== undefined) expect(['anticipation', 'guide', 'chord']).toContain(notes[index]!.role)
  })

  it('with one note a bar has one, a chord tone, near the one before', () => {
    for (const seed of SEEDS) {
      const one = line({ rhythm: 'bars', seed })
      expect(one.notes.map(({ start }) => start)).toEqual(Array.from({ length: 8 }, (_, at) => at * 1920))
      const { notes } = explainLine(TUNE, one)
      for (const { role } of notes) expect(['guide', 'chord', 'tension']).toContain(role)
      one.notes.slice(1).forEach(({ midi }, at) => {
        expect(Math.abs(midi - one.notes[at]!.midi)).toBeLessThanOrEqual(9)
      })
    }
  })

  it('without end has no rest and a note on every eighth', () => {
    const one = line({ rhythm: 'eighths', unbroken: true })
    expect(one.notes.slice(0, -1).every(({ duration }) => duration === 240)).toBe(true)
    expect(phrasesOf(analyseLine(TUNE, one))).toHaveLength(1)
  })

  it('sparse lines have fewer notes, sixteenths more', () => {
    const count = (one: Line) => one.notes.length
    expect(over({ rhythm: 'sparse' }, count)).toBeLessThan(over({}, count) * 0.75)
    expect(over({ rhythm: 'sixteenths' }, count)).toBeGreaterThan(over({}, count) * 1.5)
  })

  it('a motif brings the rhythm of two bars back', () => {
    const rhythms = (one: Line) =>
      new Set(
        [0, 1, 2, 3, 4, 5, 6].map((bar) =>
          one.notes
            .filter(({ start }) => start >= bar * 1920 && start < (bar + 1) * 1920)
            .map(({ start }) => start % 1920)
            .join(' '),
        ),
      ).size
    expect(over({ rhythm: 'mixed', motif: true }, rhythms)).toBeLessThan(
      0.75 * over({ rhythm: 'mixed' }, rhythms),
    )
  })
})

describe('what leads', () => {
  const share = (one: Line, fits: (midi: number, start: number) => boolean) =>
    one.notes.filter(({ midi, start }) => fits(midi, start)).length / one.notes.length

  it('the key: its notes through all its chords', () => {
    const key = harmonyOf(TUNE.spans[2]!.chord, 'ionian')
    const inKey = (one: Line) => share(one, (midi) => hasPitch(key.isScale, midi))
    expect(over({ approach: 'key', stretch: { from: 0, to: 3 }, chromatic: 0 }, inKey)).toBe(SEEDS.length)
    expect(over({ approach: 'chords' }, inKey)).toBeLessThan(SEEDS.length)
  })

  it('chord tones: more of them than otherwise', () => {
    const tones = (one: Line) =>
      analyseLine(TUNE, one).filter(({ isTone }) => isTone).length / one.notes.length
    expect(over({ approach: 'chords' }, tones)).toBeGreaterThan(over({ approach: 'key' }, tones))
  })

  it('far: one key over a section, near over the rest', () => {
    const key = harmonyOf(TUNE.spans[2]!.chord, 'ionian')
    const far = line({ views: [{ from: 0, to: 3, view: 'far' }], chromatic: 0 })
    const first = far.notes.filter(({ start }) => start < 4 * 1920 - 240)
    expect(first.every(({ midi }) => hasPitch(key.isScale, midi))).toBe(true)
  })

  it('one pentatonic over a section', () => {
    const five = [1, 3, 5, 8, 10]
    const { notes } = line({
      stretch: { from: 0, to: 3 },
      views: [{ from: 0, to: 3, view: 'pentatonic' }],
      chromatic: 0,
    })
    expect(notes.length).toBeGreaterThan(15)
    for (const { midi } of notes) expect(five).toContain(midi % 12)
  })

  it('ii as V: the strong places of the ii are tones of its V', () => {
    const five = harmonyOf(TUNE.spans[1]!.chord, 'mixolydian')
    for (const seed of SEEDS) {
      const strong = analyseLine(TUNE, line({ seed, twoFive: 'five' })).filter(
        ({ chord, strength }) => chord === 0 && strength === 2,
      )
      for (const { midi } of strong) expect(hasPitch(five.isTone, midi)).toBe(true)
    }
  })

  it('the backdoor: ♭VII7 over the V', () => {
    const strong = analyseLine(TUNE, line({ substitution: 'backdoor' })).filter(
      ({ chord, strength }) => chord === 1 && strength === 2,
    )
    const tones = [11, 3, 6, 9]
    for (const { midi } of strong) expect(tones).toContain(midi % 12)
  })

  it('half steps as the backbone: more runs', () => {
    const runs = (one: Line) =>
      explainLine(TUNE, one).devices.filter(({ device }) => /Run$/.test(device)).length
    expect(over({ school: 'halfSteps' }, runs)).toBeGreaterThan(over({ school: 'figures' }, runs))
  })
})

describe('preferences for single notes and for the whole line', () => {
  const outside = (one: Line) =>
    analyseLine(TUNE, one).filter(({ isScale, isTone }) => !isScale && !isTone).length

  it('chromatic notes from never to often', () => {
    const [never, usual, often] = [0, 2, 3].map((chromatic) =>
      over({ chromatic: chromatic as 0 | 2 | 3 }, outside),
    ) as [number, number, number]
    expect(never).toBeLessThan(usual)
    expect(usual).toBeLessThan(often)
  })

  it('begins and ends on the degrees that are asked', () => {
    for (const seed of SEEDS) {
      const { notes } = line({ seed, first: { degree: 'b7' }, landing: { degree: 'R' } })
      expect(degreeOver(TUNE, 0, notes[0]!.midi)).toBe('b7')
      expect(degreeOver(TUNE, 8, notes.at(-1)!.midi)).toBe('R')
    }
  })

  it('contains the cell that it must include, and tells it from one that it may include', () => {
    for (const seed of SEEDS) {
      const { lines } = composed({ rhythm: 'solo', seed, cells: [{ degrees: ['3', 'R', 'b7'], must: true }] })
      expect(lines[0]!.missed).toEqual([])
      const { notes } = explainLine(TUNE, lines[0]!.line)
      const degrees = notes.map(({ degree }) => degree.replace('b3', '3')).join(' ')
      expect(degrees).toMatch(/3 R b7/)
    }
  })

  it('follows a contour as closely as the brief asks', () => {
    const points = [
      { tick: 0, midi: 60 },
      { tick: 4 * 1920, midi: 78 },
      { tick: 8 * 1920, midi: 60 },
    ]
    const away = (one: Line) =>
      sum(
        one.notes.map(({ start, midi }) =>
          Math.abs(midi - (start < 7680 ? 60 + (18 * start) / 7680 : 78 - (18 * (start - 7680)) / 7680)),
        ),
      ) / one.notes.length
    const [none, some, close] = [0, 0.3, 1].map((strictness) =>
      over({ contour: { points, strictness } }, away),
    ) as [number, number, number]
    expect(some).toBeLessThan(none)
    expect(close).toBeLessThan(some)
    expect(close / SEEDS.length).toBeLessThan(3.5)
  })

  it('takes another register after a breath', () => {
    const leaps = (one: Line) => {
      const { notes } = one
      const found = analyseLine(TUNE, one)
      return sum(
        phrasesOf(found)
          .slice(1)
          .map(([from]) => Math.min(12, Math.abs(notes[from]!.midi - notes[from - 1]!.midi))),
      )
    }
    expect(over({ newRegister: true, breathBars: 2 }, leaps)).toBeGreaterThan(
      1.5 * over({ breathBars: 2 }, leaps),
    )
  })

  it('gives ten different lines in one answer', () => {
    const { lines } = composed({ count: 10 })
    const places = lines.map(({ line: one }) => one.notes.map(({ start, midi }) => `${start} ${midi}`))
    expect(lines).toHaveLength(10)
    places.forEach((a, at) => {
      for (const b of places.slice(at + 1)) {
        const shared = a.filter((place) => b.includes(place)).length
        if (lines[at]!.missed.length === 0) expect(shared / a.length).toBeLessThanOrEqual(0.6)
      }
    })
  })
})

describe('what cannot be met', () => {
  const told = (more: Partial<Brief>) => {
    const { lines, unmet } = composed(more)
    for (const why of unmet) expect(wordReason(why)).toMatch(/\.$/)
    for (const { missed } of lines) for (const why of missed) expect(wordReason(why)).toMatch(/\.$/)
    return { notes: lines[0]?.line.notes.length ?? 0, rules: unmet.map(({ rule }) => rule), lines }
  }

  it('a range that is too small: the nearest line, and the chord that prevents more', () => {
    const narrow = { low: 61, comfortLow: 61, comfortHigh: 61, high: 61 }
    const answer = composed({ range: narrow })
    expect(answer.unmet[0]).toMatchObject({ rule: 'brief.range', args: expect.arrayContaining(['Ab7', 2]) })
    expect(answer.lines[0]!.line.notes.length).toBeGreaterThan(8)
  })

  it('a range upside down', () => {
    expect(told({ range: { low: 80, comfortLow: 70, comfortHigh: 65, high: 60 } }).notes).toBeGreaterThan(8)
  })

  it('a first and a last note that are out of range or not a tone of the chord', () => {
    const answer = told({ first: { midi: 100 }, landing: { midi: 30 } })
    expect(answer.rules).toEqual(['brief.first', 'brief.landing'])
    expect(answer.notes).toBeGreaterThan(20)
  })

  it('cells that are no cells, or that find no place', () => {
    expect(told({ cells: [{ degrees: ['3'], must: true }] }).rules).toEqual(['brief.cell'])
    const nowhere = told({
      stretch: { from: 0, to: 0 },
      cells: [{ degrees: ['3', '5', '7', '9', '3', '5', '7', '9', '3'], must: true }],
    })
    expect(nowhere.lines[0]!.missed.map(({ rule }) => rule)).toContain('line.cell')
  })

  it('no device at all: the line tells what it could not do without', () => {
    const never = Object.fromEntries(
      ['arpeggio', 'skip', 'scale', 'neighbour', 'below', 'above', 'enclosure', 'doubleChromatic'].map(
        (device) => [device, 0],
      ),
    )
    const all = { ...never, cell: 0, pentatonic: 0, scaleRun: 0, halfStepRun: 0, chordTone: 0, hold: 0 }
    const { lines } = told({ devices: all as NonNullable<Brief['devices']> })
    expect(lines[0]!.missed.map(({ rule }) => rule)).toContain('line.never')
  })

  it('a thousand bars, and any stretch', () => {
    const long = analysed(`key: Db major\n${BARS.repeat(125)}`)
    const { lines } = composeLines(long, { ...brief(), stretch: { from: 0, to: 999 }, rounds: 1 })
    expect(lines[0]!.line.notes.length).toBeGreaterThan(5000)
    expect(composed({ stretch: { from: 90, to: -4 } }).lines).toHaveLength(1)
    expect(composed({ count: 0 })).toEqual({ lines: [], unmet: [] })
    expect(composeLines(analysed('| C5 | Gsus4 | N.C. | D5 |'), brief()).lines).toHaveLength(1)
  })
})

describe('properties', () => {
  it('moves with the chart and the range', () => {
    fc.assert(
      fc.property(fc.nat(1000), fc.constantFrom(-3, -1, 2, 5, 7), (seed, semitones) => {
        const fifths = ((((semitones * 7) % 12) + 18) % 12) - 6
        const moved = analyseChart(transposeChart(TUNE.chart, fifths))
        const range = {
          low: RANGE.low + semitones,
          comfortLow: RANGE.comfortLow + semitones,
          comfortHigh: RANGE.comfortHigh + semitones,
          high: RANGE.high + semitones,
        }
        const here = line({ seed, rounds: 2 })
        const there = composeLines(moved, brief({ seed, rounds: 2, range })).lines[0]!.line
        const midi = (one: Line) => one.notes.map((note) => `${note.start} ${note.midi}`)
        expect(midi(there)).toEqual(midi(transposeLine(here, semitones, fifths)))
      }),
      { numRuns: 8 },
    )
  })

  it('answers with the first line found where that is enough', () => {
    const steps = composing(TUNE, brief({ devices: { enclosure: 3 }, chromatic: 3 }), undefined, () => true)
    let step = steps.next()
    let count = 0
    while (!step.done) {
      count += 1
      step = steps.next()
    }
    expect(step.value.lines).toHaveLength(1)
    expect(count).toBeLessThan(20)
  })

  it('can be cancelled between two steps, which take some milliseconds each', () => {
    const steps = composing(TUNE, brief({ count: 10 }))
    let count = 0
    while (count < 5 && !steps.next().done) count += 1
    expect(count).toBe(5)
    expect(steps.return(undefined as never).done).toBe(true)
  })
})
