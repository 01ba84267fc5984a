import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import type { Line, LineNote } from '../notes/line.ts'
import { spellNotes, type UnspelledNote } from '../notes/spell.ts'
import { WIDEST } from './fillStock.ts'
import type { PricedFill } from './pricedFill.ts'
import { type FillRow, type Fills, rowOf } from './table.ts'

/** The player's locked notes: in order, inside the stretch. */
export type Locked = readonly LineNote[]

const endOf = ({ start, duration }: LineNote): Ticks => start + duration

/** The next place on the grid of eighths; after a triplet, the next beat. */
const nextPlace = (tick: Ticks): Ticks => {
  if (tick % EIGHTH === 0) return tick
  const grid = tick % (EIGHTH / 2) === 0 ? EIGHTH : QUARTER
  return Math.ceil(tick / grid) * grid
}

/** The tick until which only a locked note sounds: a short rest before the next locked one is the player's own. */
const untilOf = (locked: Locked, at: number, end: Ticks): Ticks => {
  const on = Math.min(end, nextPlace(endOf(locked[at]!)))
  const next = locked[at + 1]?.start
  return next !== undefined && next - on <= EIGHTH ? next : on
}

/** A place with a pitch of the line: free, or a locked note with nothing else until a later tick. */
export interface StandingPlace {
  readonly tick: Ticks
  readonly locked?: { readonly midi: number; readonly until: Ticks }
}

/**
 * The places of a line with locked notes: each of them, and what is left of the usual places; after the last of a row
 * the line goes on from where that one ends.
 */
export const placesAround = (
  usual: readonly Ticks[],
  locked: Locked,
  end: Ticks,
): readonly StandingPlace[] => {
  const held = locked.map(({ start, midi }, at) => ({ start, midi, until: untilOf(locked, at, end) }))
  const covers = (tick: Ticks) => held.some(({ start, until }) => tick >= start && tick < until)
  const free = new Set(usual.filter((tick) => !covers(tick)))
  for (const { until } of held) if (until < end && !covers(until)) free.add(until)
  return [
    ...[...free].map((tick) => ({ tick })),
    ...held.map(({ start, midi, until }) => ({ tick: start, locked: { midi, until } })),
  ].sort((a, b) => a.tick - b.tick)
}

/** The cost of nothing between a locked note and the next place, where a figure could be. */
const NOTHING = 40
/** Counted from the anchor, so that no range excludes it. */
const NEVER_OUT = { lowest: 64, highest: -64 } as const

const NOTHING_AT_ALL: PricedFill = {
  notes: [],
  departure: 0,
  approach: 0,
  texture: 0,
  device: 0,
  ...NEVER_OUT,
  shapes: [],
  cell: { kind: 'long', onsets: [], cost: 0 },
  rhythm: 0,
}

/** The only way from a locked note to the next place when there is nothing between. */
export const NOTHING_BETWEEN: Fills = () => HELD
const HELD = rowOf([NOTHING_AT_ALL], [0])

/** The fills beside a locked note, with "nothing" as the last resort. */
export const orNothing = (fills: Fills): Fills => {
  const known = new Map<number, FillRow>()
  return (anchor, target) => {
    const key = anchor * 256 + target
    const row = known.get(key) ?? withNothing(rowNear(fills, anchor, target))
    known.set(key, row)
    return row
  }
}

/** A table only has rows for pitches that are close enough. */
const rowNear = (fills: Fills, anchor: number, target: number): FillRow | undefined =>
  Math.abs(target - anchor) > WIDEST ? undefined : fills(anchor, target)

const withNothing = (row: FillRow | undefined): FillRow =>
  rowOf([...(row?.fills ?? []), NOTHING_AT_ALL], [...(row?.costs ?? []), NOTHING])

/** The line with the locked notes restored: what runs into one ends there, and the rest after one stays. */
export const withLocked = (analysis: Analysis, notes: readonly UnspelledNote[], locked: Locked): Line => {
  if (locked.length === 0) return spellNotes(analysis, notes)
  const starts = new Set(locked.map(({ start }) => start))
  const free = notes
    .filter(
      ({ start }) => !starts.has(start) && !locked.some((note) => start > note.start && start < endOf(note)),
    )
    .map((note) => {
      const next = locked.find(({ start }) => start > note.start)
      const until = Math.min(note.start + note.duration, next?.start ?? Number.POSITIVE_INFINITY)
      return { ...note, duration: until - note.start }
    })
  return spellNotes(
    analysis,
    [...free, ...locked].sort((a, b) => a.start - b.start),
  )
}
