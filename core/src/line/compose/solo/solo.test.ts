import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../../test/changes.ts'
import { CHARTS } from '../../../../test/charts.ts'
import { EIGHTH, QUARTER } from '../../../theory/rhythm/ticks.ts'
import { wordReason } from '../../../wording/words.ts'
import { analyseLine } from '../../explain/analysedLine.ts'
import { explainLine } from '../../explain/explain.ts'
import { DEVICE_IDS, deviceRow } from '../../figures/devices.ts'
import { FRAGMENTS } from '../../fragments/fragments.ts'
import { barsWith, phraseFits } from '../../phrases/phrase.ts'
import { SHIPPED_PHRASES } from '../../phrases/shipped.ts'
import { phraseFigures } from '../../review/phrasing.ts'
import { keepsTo, type ReportedLine, TARGETS } from '../../review/targets.ts'
import type { Brief } from '../brief.ts'
import { composeLines } from '../compose.ts'
import { planFor } from './soloPlan.ts'
import { soloBase, soloTask } from './task.ts'
import { tripletsIn } from './triplets.ts'
import { writing } from './write.ts'

const RANGE = { low: 54, comfortLow: 58, comfortHigh: 79, high: 84 }
const TUNE = analysed('key: Eb major\n| Fm7 | Bb7 | Ebmaj7 | Cm7 | Am7b5 | D7b9 | Gm7 | C7b9 |')
const brief = (more: Partial<Brief> = {}): Brief => ({
  stretch: { from: 0, to: 7 },
  seed: 1,
  count: 1,
  range: RANGE,
  breathBars: 4,
  ...more,
})
const written = (more: Partial<Brief> = {}, tune = TUNE) => composeLines(tune, brief(more)).lines[0]!

describe('fragments', () => {
  it('are at least 240, all different, each of three to sixteen notes', () => {
    expect(FRAGMENTS.length).toBeGreaterThanOrEqual(240)
    const shapes = FRAGMENTS.map(({ chords, notes }) => JSON.stringify([chords, notes]))
    expect(new Set(shapes).size).toBe(shapes.length)
  })

  it('of all kinds and by all hands, over every kind of chord that tunes have', () => {
    const kinds = new Set(FRAGMENTS.map(({ kind }) => kind))
    expect(kinds.size).toBe(8)
    const chords = new Set(FRAGMENTS.flatMap((one) => one.chords.map(({ kind }) => kind)))
    for (const kind of ['major', 'minor', 'tonicMinor', 'dominant', 'halfDiminished', 'diminished', 'sus'])
      expect(chords).toContain(kind)
  })
})

describe('a solo', () => {
  it('is the same for the same seed, stays in its range and never overlaps (property)', () => {
    fc.assert(
      fc.property(fc.nat(5000), fc.constantFrom(...CHARTS), (seed, chart) => {
        const tune = analysed(chart)
        const { line } = written({ seed }, tune)
        expect(written({ seed }, tune).line).toEqual(line)
        line.notes.forEach(({ midi, start, duration }, at) => {
          expect(midi).toBeGreaterThanOrEqual(RANGE.low)
          expect(midi).toBeLessThanOrEqual(RANGE.high)
          expect(start + duration).toBeLessThanOrEqual(line.notes[at + 1]?.start ?? Number.POSITIVE_INFINITY)
        })
      }),
      { numRuns: 12 },
    )
  })

  it('takes no fragment twice, and none in more than a fifth of twenty seeds', () => {
    const base = soloBase(TUNE, brief())
    const lines = new Map<number, number>()
    for (let seed = 1; seed <= 20; seed += 1) {
      const task = soloTask(base, seed)
      const steps = writing(task, planFor(task, seed), seed)
      let step = steps.next()
      while (!step.done) step = steps.next()
      const ids = step.value.phrases.flatMap(({ pieces }) =>
        pieces.flatMap(({ source }) => (source.kind === 'fragment' ? [source.id] : [])),
      )
      expect(new Set(ids).size).toBe(ids.length)
      for (const id of ids) lines.set(id, (lines.get(id) ?? 0) + 1)
    }
    const most = [...lines.values()].sort((a, b) => b - a)[0]!
    expect(most).toBeLessThanOrEqual(4)
  })

  it('follows phrases that the player arranged', () => {
    const phrases = [
      { part: 'idea' as const, start: 720, end: 2400, top: { tick: 1440, midi: 74 } },
      { part: 'moved' as const, start: 4560, end: 6240 },
      { part: 'close' as const, start: 11_280, end: 14_400 },
    ]
    const { phrases: got } = written({ phrases })
    expect(got!.map(({ part }) => part)).toEqual(['idea', 'moved', 'close'])
    got!.forEach(({ start, end }, at) => {
      expect(Math.abs(start - phrases[at]!.start)).toBeLessThanOrEqual(480)
      expect(Math.abs(end - phrases[at]!.end)).toBeLessThanOrEqual(720)
    })
  })

  it('has more silence where more space is asked for, and comes back to its idea more often where that is', () => {
    const over = (more: Partial<Brief>, figure: (line: ReturnType<typeof phraseFigures>) => number) =>
      [1, 2, 3, 4, 5, 6].reduce(
        (sum, seed) => sum + figure(phraseFigures(TUNE, written({ seed, ...more }).line)),
        0,
      )
    const silence = (one: ReturnType<typeof phraseFigures>) => one.silence.of / one.silence.all
    expect(over({ space: 2.4 }, silence)).toBeGreaterThan(1.15 * over({ space: 0.55 }, silence))
    const returned = (one: ReturnType<typeof phraseFigures>) => one.motifNotes.of / one.motifNotes.all
    expect(over({ repeats: 2.6 }, returned)).toBeGreaterThan(over({ repeats: 0 }, returned))
  })

  it('puts colour on strong beats, and chromatic notes, where the brief wants them', () => {
    const lines = (more: Partial<Brief>) =>
      [1, 2, 3, 4, 5, 6].map((seed) => {
        const { line } = written({ seed, ...more })
        return { notes: analyseLine(TUNE, line), figures: phraseFigures(TUNE, line) }
      })
    const plain = (more: Partial<Brief>) => {
      const shares = lines(more).map(({ figures }) => figures.strongTones)
      return shares.reduce((sum, { of }) => sum + of, 0) / shares.reduce((sum, { all }) => sum + all, 0)
    }
    expect(plain({ colour: 0 })).toBeGreaterThan(0.95)
    expect(plain({ colour: 2.6 })).toBeLessThan(0.75)
    const overDominants = (more: Partial<Brief>) => {
      const foreign = lines(more).flatMap(({ notes }) =>
        notes.filter(
          ({ isScale, isTone, heldInto, coming }) => !isScale && !isTone && heldInto === undefined && !coming,
        ),
      )
      return foreign.filter(({ harmony }) => harmony.kind === 'dominant').length / foreign.length
    }
    expect(overDominants({ chromatic: 3, chromaticPlace: 'dominants' })).toBeGreaterThan(
      1.5 * overDominants({ chromatic: 3 }),
    )
  })

  const minorBlues = analysed('key: C minor\n| Cm7 | Cm7 | Dm7b5 | G7b9 | Cm7 | Fm7 | G7b9 | Cm6 |')
  const ASKED = DEVICE_IDS.filter((id) => deviceRow(id).brief && deviceRow(id).found)
  it.each(ASKED)('brings %s where it is asked for often: a reader finds it', (device) => {
    for (const tune of [TUNE, minorBlues])
      for (const seed of [0, 1]) {
        const { line, missed } = written({ seed, devices: { [device]: 3 } }, tune)
        const heard = explainLine(tune, line).devices.some((found) => found.device === device)
        expect(heard || missed.some(({ rule, args }) => rule === 'line.absent' && args[0] === device)).toBe(
          true,
        )
        // These changes have place for each of them.
        if (tune === minorBlues) expect(heard).toBe(true)
      }
  })

  it('brings exactly one triplet, or none, where that is asked for', () => {
    for (const tune of [TUNE, minorBlues])
      for (let seed = 0; seed < 6; seed += 1) {
        expect(tripletsIn(written({ seed, triplets: 'one' }, tune).line.notes)).toBe(1)
        expect(tripletsIn(written({ seed, triplets: 'none' }, tune).line.notes)).toBe(0)
      }
  })

  it('says why a device could not come: no chord for it', () => {
    const vamp = analysed('| Fmaj7 | Fmaj7 | Fmaj7 | Fmaj7 |')
    const { missed } = written({ stretch: { from: 0, to: 3 }, devices: { altered: 3 } }, vamp)
    expect(missed.map((why) => wordReason(why))).toContain(
      'No place was found for altered notes: it fits none of these chords in this range.',
    )
  })

  it('leaves the silences of the player alone', () => {
    const { line } = written()
    const locked = line.notes.filter((_, at) => at < 6 || at > 8)
    const rests = line.notes.slice(1).flatMap(({ start }, at) => {
      const { start: from, duration } = line.notes[at]!
      return start > from + duration && (at < 5 || at > 8) ? [{ start: from + duration, end: start }] : []
    })
    const again = written({ seed: 9, locked, rests }).line
    for (const { start, end } of rests)
      expect(again.notes.filter((note) => note.start >= start && note.start < end)).toEqual([])
    for (const note of locked) expect(again.notes).toContainEqual(note)
  })

  it.each([
    ['one beat of one bar', '| Cmaj7 |', { from: 0, to: 0 }],
    ['N.C. bars', '| Cmaj7 | N.C. | N.C. | Am7 |', { from: 0, to: 3 }],
    ['5/4', 'time: 5/4\n| Cm7 | F7 | Bbmaj7 | Bbmaj7 |', { from: 0, to: 3 }],
    ['12/8', 'time: 12/8\n| C7 | F7 | C7 | G7 |', { from: 0, to: 3 }],
    ['9/8', 'time: 9/8\n| Dm7 | G7 | Cmaj7 | Cmaj7 |', { from: 0, to: 3 }],
    ['2/2', 'time: 2/2\n| Dm7 | G7 | Cmaj7 | A7 |', { from: 0, to: 3 }],
    ['6/4', 'time: 6/4\n| Dm7 G7 | Cmaj7 |', { from: 0, to: 1 }],
    ['7/4', 'time: 7/4\n| Dm7 G7 | Cmaj7 |', { from: 0, to: 1 }],
    ['6/8', 'time: 6/8\n| Dm7 | G7 | Cmaj7 | Cmaj7 |', { from: 0, to: 3 }],
    ['two chords a beat apart', '| C7 F7 Bb7 Eb7 | Ab7 Db7 Gb7 B7 |', { from: 0, to: 1 }],
  ])('is written over %s', (_, text, stretch) => {
    const { lines } = composeLines(analysed(text), brief({ stretch }))
    expect(lines[0]!.line.notes.length).toBeGreaterThan(1)
  })
})

describe('what lines measure', () => {
  it('over a line for each of the charts: some begin on beat 1, triplets begin on a beat', () => {
    const starts = CHARTS.flatMap((text, chart) => {
      const tune = analysed(text)
      return tune.chart.meter.beats === 4
        ? [written({ seed: 50 + chart }, tune).line.notes.map(({ start }) => start)]
        : []
    })
    expect(starts.filter(([first]) => first === 0).length).toBeGreaterThan(0)
    const inTriplets = starts.flat().filter((start) => start % EIGHTH !== 0 && start % (EIGHTH / 2) !== 0)
    expect(inTriplets.length).toBeGreaterThan(0)
    for (const start of inTriplets) expect([160, 320]).toContain(start % QUARTER)
  })

  it('includes a phrase that it must, in its own rhythm and wherever its chords are, or says that it has no place', () => {
    const tune = analysed(
      'key: C major\n| Dm7 | G7 | Cmaj7 | Am7 | Dm7 G7 | Cmaj7 | Em7 A7 | Dm7 G7 | Fm7 | Bb7 | Ebmaj7 | Ebmaj7 |',
    )
    const shape = (
      notes: readonly { readonly start: number; readonly midi: number }[],
      from: number,
      count: number,
    ) =>
      notes
        .slice(from + 1, from + count)
        .map(({ start, midi }, at) => `${start - notes[from + at]!.start} ${midi - notes[from + at]!.midi}`)
        .join(', ')
    for (const { name, phrase } of SHIPPED_PHRASES.filter(
      ({ use, phrase }) => use.startsWith('twoFiveOne') && phraseFits(tune, phrase).length > 0,
    )) {
      const { line, missed } = written({ vocabulary: [{ phrase, must: true }] }, tune)
      const wanted = phrase.notes.map(({ at, semitones }) => ({ start: at, midi: semitones }))
      const count = wanted.length
      const there = line.notes.some((_, at) => shape(line.notes, at, count) === shape(wanted, 0, count))
      expect({ name, there, missed }).toEqual({ name, there: true, missed: [] })
    }
    // As often as it has to: over both of the tune's ii–V–Is of four bars, and told where there is no third place.
    const { phrase } = SHIPPED_PHRASES[0]!
    const twice = written(
      { vocabulary: [{ phrase, must: true, times: 2 }], stretch: { from: 0, to: 11 } },
      tune,
    )
    expect({ bars: barsWith(tune, twice.line, phrase), missed: twice.missed }).toEqual({
      bars: [0, 8],
      missed: [],
    })
    // What comes after it takes it up.
    const parts = twice.phrases!.map(({ part }) => part)
    expect(parts).toContain('answer')
    expect(parts.indexOf('answer')).toBeGreaterThan(parts.indexOf('idea'))
    const thrice = written(
      { vocabulary: [{ phrase, must: true, times: 3 }], stretch: { from: 0, to: 11 } },
      tune,
    )
    expect(thrice.missed.map((why) => wordReason(why))).toEqual([
      'The phrase comes 2 times instead of 3 times.',
    ])
    const minor = SHIPPED_PHRASES.find(({ use }) => use === 'minorTwoFiveOne')!
    const { missed } = written({ vocabulary: [{ phrase: minor.phrase, must: true }] }, tune)
    expect(missed.map(({ rule }) => rule)).toEqual(['line.noPhrase'])
  })

  it('over a line for each of the charts: the targets that so few lines can tell', () => {
    const lines = CHARTS.map((text, chart): ReportedLine => {
      const tune = analysed(text)
      const { line } = written({ seed: chart }, tune)
      return { line, phrasing: phraseFigures(tune, line), chart, kind: 'medium' }
    })
    const told = TARGETS.filter(
      ({ solo, what }) => solo && !/pickups|percentile|same last|ballads|degrees that/.test(what),
    )
    const out = told.flatMap(({ what, solo, figure }) => {
      const [least, most] = solo!
      // Thirty lines are few: a band is wider by fifteen in a hundred.
      const wide: readonly [number | undefined, number | undefined] = [
        least === undefined ? undefined : 0.85 * least,
        most === undefined ? undefined : 1.15 * most + 1,
      ]
      const value = figure(lines)
      return keepsTo(wide, value) ? [] : [`${what}: ${value.toFixed(2)}`]
    })
    expect(out).toEqual([])
  })
})
