import { analyseLine, degreeOver } from '../../line/explain/analysedLine.ts'
import { harmonyRead } from '../../line/figures/harmony.ts'
import type { UnspelledNote } from '../../line/notes/spell.ts'
import { noiseAt } from '../../random/noise.ts'
import { type Chord, guideTones } from '../../theory/chord/chord.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { degreeSemitones } from '../../theory/pitch/degree.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { barStarts, type Stretch, stretchTicks } from '../../tune/chart/chart.ts'
import { ALTERATIONS, allowedOver, isDominant, mapSets } from './allowed.ts'
import {
  type FreeLimits,
  LANDINGS,
  type LimitRule,
  type NotesAllowed,
  STRETCH_OUTSIDE,
  type Unit,
} from './limits.ts'

const UNITS: Readonly<Record<Unit, Ticks>> = {
  whole: 4 * QUARTER,
  halves: 2 * QUARTER,
  quarters: QUARTER,
  eighths: QUARTER / 2,
  triplets: QUARTER / 3,
  sixteenths: QUARTER / 4,
}

/** The costs of the example, which a player hears before making a better line. */
const COSTS = {
  weakOnStrong: 12,
  guideMissedAtChange: 1.5,
  perHalfStep: 0.35,
  leapOverFourth: 3,
  repeated: 2.5,
  thereAndBack: 3,
  again: 1.2,
  joinNotByStep: 5,
  awayFromMiddle: 0.05,
  outsideNotHome: 20,
  alterationMissed: 15,
  /** A step, or a turn, where arpeggios are asked for. */
  undecorated: 1.6,
  restlessEnd: 9,
  noise: 0.8,
  noiseForVariety: 1.6,
} as const

/** A way to play up to a place, and whether its last note must still be resolved. */
interface Path {
  readonly cost: number
  readonly line: readonly number[]
  readonly out: boolean
}

interface Slot {
  readonly tick: Ticks
  readonly duration: Ticks
  /** The last note before a rest. */
  readonly ends: boolean
  /** Where the line must be altered or outside. */
  readonly wanted: boolean
}

const ruleOf = <R extends LimitRule['rule']>(limits: FreeLimits, rule: R) =>
  limits.rules?.find((one): one is Extract<LimitRule, { rule: R }> => one.rule === rule)

/** Where notes start: one after another, with a rest after each phrase if space is required. */
const slotsOf = (analysis: Analysis, stretch: Stretch, unit: Unit, limits: FreeLimits): readonly Slot[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const starts = barStarts(analysis.chart).slice(stretch.from, stretch.to + 2)
  const once = ruleOf(limits, 'perBar') !== undefined
  const breathes = limits.marks?.includes('space')
  const every = limits.phraseBars ?? 4
  const slots: Slot[] = []
  for (let bar = 0; bar < starts.length - 1; bar += 1) {
    const [from, to] = [starts[bar]!, starts[bar + 1]!]
    const last = bar === starts.length - 2
    const breath = breathes === true && ((bar + 1) % Math.min(every, 2) === 0 || last)
    const step = once ? to - from : UNITS[unit]
    const stop = breath ? to - (to - from) / 2 : to
    for (let tick = from; tick < stop; ) {
      // What is left of a bar that the unit does not fill belongs to its last note.
      const length = stop - tick < 2 * step ? stop - tick : step
      slots.push({
        tick,
        duration: Math.min(length, end - tick),
        ends: (breath && tick + length >= stop) || tick + length >= end,
        wanted: false,
      })
      tick += length
    }
  }
  return start === end ? [] : withWanted(analysis, slots, limits)
}

/** One altered note for each dominant, or a few outside notes every four bars: from the second note of the chord on. */
const withWanted = (analysis: Analysis, slots: readonly Slot[], limits: FreeLimits): readonly Slot[] => {
  const alterations = ruleOf(limits, 'alterations') !== undefined
  const outside = ruleOf(limits, 'outside') !== undefined
  if (!alterations && !outside) return slots
  const seen = new Map<number, number>()
  let lastOut = Number.NEGATIVE_INFINITY
  let left = 0
  return slots.map((slot, at) => {
    const { index } = chordAt(analysis, slot.tick)
    const count = seen.get(index) ?? 0
    seen.set(index, count + 1)
    const only = chordAt(analysis, slots[at + 1]?.tick ?? -1).index !== index
    const second = count === 1 || (count === 0 && only)
    if (outside) {
      const room = !slots.slice(at, at + STRETCH_OUTSIDE).some(({ ends }) => ends)
      if (slot.tick - lastOut >= 12 * QUARTER && count === 1 && room) {
        lastOut = slot.tick
        left = STRETCH_OUTSIDE
      }
      left -= 1
      return { ...slot, wanted: left >= 0 }
    }
    return { ...slot, wanted: second && isDominant(harmonyRead(analysis, index)) }
  })
}

/** Whether a note turns back from the last interval of a line. */
const turns = (line: readonly number[], midi: number): boolean =>
  line.length > 1 && Math.sign(midi - line.at(-1)!) !== Math.sign(line.at(-1)! - line.at(-2)!)

/** A few tones of a chord, its third and seventh first, in half steps above its root. */
const fewTones = (chord: Chord, count: number): readonly number[] => {
  const guides = guideTones(chord)
  const others = chord.tones.filter((tone) => !guides.includes(tone))
  return [...guides, ...others].slice(0, count).map(({ semitones }) => pitchClass(semitones))
}

/** The lowest note of the example's region: that of the Map's set in the nearest octave, or the one given. */
const lowestOf = (analysis: Analysis, stretch: Stretch, notes: NotesAllowed, usual: number): number => {
  if (typeof notes !== 'object' || !('smallSet' in notes)) return usual
  const { region } = mapSets(analysis, stretch, notes.smallSet) ?? {}
  return region ? usual + pitchClass(region.low - usual + 6) - 6 : usual
}

/**
 * One way to play a free rung within its limits, by dynamic programming over the pitches of the instrument's
 * comfortable range: chord tones on strong beats, steps rather than leaps, outside notes resolved.
 */
export const exampleLine = (
  analysis: Analysis,
  stretch: Stretch,
  limits: FreeLimits,
  unit: Unit,
  { range }: Instrument,
): readonly UnspelledNote[] => {
  const slots = slotsOf(analysis, stretch, unit, limits)
  const allowed = allowedOver(analysis, stretch, limits.notes)
  const region = ruleOf(limits, 'region')?.halfSteps ?? 24
  const near = ruleOf(limits, 'near')?.halfSteps ?? 9
  const joined = limits.marks?.includes('joins') === true
  const noise = limits.marks?.includes('variety') ? COSTS.noiseForVariety : COSTS.noise
  const few = ruleOf(limits, 'perChord')?.most
  const decorated = ruleOf(limits, 'ornaments') !== undefined
  const middle = Math.round((range.comfortLow + range.comfortHigh) / 2)
  const lowest = lowestOf(analysis, stretch, limits.notes, middle - Math.floor(region / 2))
  const [low, high] = [Math.max(range.comfortLow, lowest), Math.min(range.comfortHigh, lowest + region)]
  const pitches = Array.from({ length: high - low + 1 }, (_, at) => low + at)
  const altered = (root: number, midi: number) =>
    ALTERATIONS.some((degree) => (midi - root - degreeSemitones(degree)) % 12 === 0)
  const rests = (chord: number, midi: number) => LANDINGS.includes(degreeOver(analysis, chord, midi))
  let paths = new Map<number, Path>()
  const heardAt = (slot: Slot, midi: number) =>
    analyseLine(analysis, {
      notes: [{ start: slot.tick, duration: slot.duration, midi, spelling: 'C4' }],
    })[0]!
  const kept: Slot[] = []
  let before: Slot | undefined
  for (const slot of slots) {
    const { index, chord } = chordAt(analysis, slot.tick)
    const changes =
      before !== undefined &&
      chordAt(analysis, before.tick).chord.symbol !== chordAt(analysis, slot.tick).chord.symbol
    const next = new Map<number, Path>()
    for (const midi of pitches) {
      if (!allowed[index]![midi % 12]) continue
      const heard = heardAt(slot, midi)
      const out = !heard.isScale && !heard.isTone
      const wantedHere =
        slot.wanted && (ruleOf(limits, 'alterations') ? altered(heard.harmony.root, midi) : out)
      if (out && !slot.wanted && limits.notes === 'any') continue
      if (few !== undefined && !fewTones(chord, few).includes(pitchClass(midi - heard.harmony.root))) continue
      const own =
        (slot.wanted && !wantedHere ? COSTS.alterationMissed : 0) +
        (heard.strength === 2 && !heard.isTone && !wantedHere ? COSTS.weakOnStrong : 0) +
        (changes && !heard.isGuide ? COSTS.guideMissedAtChange * (joined ? 3 : 1) : 0) +
        (slot.ends && !rests(heard.chord, midi) ? COSTS.restlessEnd : 0) +
        COSTS.awayFromMiddle * Math.abs(midi - middle) +
        noise * noiseAt(1, slot.tick, midi, 3)
      if (!before) {
        next.set(midi, { cost: own, line: [midi], out })
        continue
      }
      let best: Path | undefined
      for (const [last, path] of paths) {
        const size = Math.abs(midi - last)
        if (size > near) continue
        const cost =
          path.cost +
          own +
          COSTS.perHalfStep * size +
          (size > 5 ? COSTS.leapOverFourth : 0) +
          (size === 0 ? COSTS.repeated : 0) +
          (path.line.at(-2) === midi ? COSTS.thereAndBack : 0) +
          (decorated && !changes && (size < 3 || turns(path.line, midi)) ? COSTS.undecorated : 0) +
          (path.line.slice(-6, -2).includes(midi) ? COSTS.again : 0) +
          (changes && size > 2 ? COSTS.joinNotByStep * (joined ? 2 : 1) : 0) +
          (path.out && !(slot.wanted && out) && (size > 2 || size === 0 || out) ? COSTS.outsideNotHome : 0)
        if (!best || cost < best.cost) best = { cost, line: [...path.line, midi], out }
      }
      if (best) next.set(midi, best)
    }
    // If nothing allowed is near enough, the place is left out.
    if (next.size > 0) {
      paths = next
      before = slot
      kept.push(slot)
    }
  }
  const best = [...paths.values()].sort((a, b) => a.cost - b.cost)[0]?.line ?? []
  return kept.map((slot, at) => ({ start: slot.tick, duration: slot.duration, midi: best[at]! }))
}
