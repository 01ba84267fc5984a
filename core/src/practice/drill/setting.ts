import type { UnspelledNote } from '../../line/notes/spell.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'

/** What may be played from a tick on: notes in half steps from a root, each with its time. */
export interface Phrasing {
  readonly start: Ticks
  /** A pitch class, 0 to 11. */
  readonly root: number
  readonly ways: readonly (readonly TimedStep[])[]
}

export interface TimedStep {
  /** Ticks after the phrasing's start. */
  readonly at: Ticks
  readonly duration: Ticks
  /** Half steps above the root. */
  readonly above: number
}

/** The cost of a connection and of a register, in half steps. */
const COSTS = { join: 1, same: 1.5, outside: 2, home: 0.05, noFit: 1000 } as const
/** A way starts near where a player rests: the middle of the comfortable notes, a little below. */
const BELOW_MIDDLE = 4

interface Placed {
  readonly notes: readonly UnspelledNote[]
  readonly cost: number
}

/** Every way in every octave of the instrument; if none fits, the nearest octave, clipped to the range. */
const placements = ({ start, root, ways }: Phrasing, { range }: Instrument): readonly Placed[] => {
  const home = (range.comfortLow + range.comfortHigh) / 2 - BELOW_MIDDLE
  const placed = ways.flatMap((steps) => {
    const found: Placed[] = []
    for (let octave = Math.floor(range.low / 12) - 1; octave * 12 <= range.high; octave += 1) {
      const base = octave * 12 + root
      const notes = steps.map(({ at, duration, above }) => ({
        start: start + at,
        duration,
        midi: base + above,
      }))
      const out = notes.reduce((sum, { midi }) => sum + Math.max(0, range.low - midi, midi - range.high), 0)
      const uncomfortable = notes.reduce(
        (sum, { midi }) => sum + Math.max(0, range.comfortLow - midi, midi - range.comfortHigh),
        0,
      )
      const cost =
        out * COSTS.noFit +
        uncomfortable * COSTS.outside +
        Math.abs((notes[0]?.midi ?? home) - home) * COSTS.home
      found.push({ notes, cost })
    }
    return found
  })
  const fitting = placed.filter(({ cost }) => cost < COSTS.noFit)
  return fitting.length > 0
    ? fitting
    : placed.filter(({ cost }) => cost === Math.min(...placed.map((one) => one.cost)))
}

const joinCost = (from: Placed, to: Placed): number => {
  const [last, first] = [from.notes.at(-1), to.notes[0]]
  if (!last || !first) return 0
  return last.midi === first.midi ? COSTS.same : Math.abs(last.midi - first.midi) * COSTS.join
}

/** One way and octave for each phrasing with the smoothest connections in total, by dynamic programming. */
export const setOnInstrument = (
  phrasings: readonly Phrasing[],
  instrument: Instrument,
): readonly UnspelledNote[] => {
  let layer: readonly {
    readonly path: readonly UnspelledNote[]
    readonly end: Placed
    readonly cost: number
  }[] = []
  for (const phrasing of phrasings) {
    const options = placements(phrasing, instrument)
    if (options.length === 0) continue
    layer = options.map((end) => {
      const best = layer.reduce<{ cost: number; path: readonly UnspelledNote[] } | undefined>(
        (least, one) => {
          const cost = one.cost + joinCost(one.end, end)
          return least === undefined || cost < least.cost ? { cost, path: one.path } : least
        },
        undefined,
      )
      return {
        path: [...(best?.path ?? []), ...end.notes],
        end,
        cost: (best?.cost ?? 0) + end.cost,
      }
    })
  }
  if (layer.length === 0) return []
  return layer.reduce((best, one) => (one.cost < best.cost ? one : best)).path
}
