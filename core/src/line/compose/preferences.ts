import { type Reason, reason } from '../../outcome/reasons.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { departureDevice } from '../cost/prices.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { analyseLine } from '../explain/analysedLine.ts'
import { findDevices } from '../explain/devices.ts'
import type { DeviceId } from '../figures/devices.ts'
import { APPROACH_FIGURES } from '../figures/figures.ts'
import { COUNTED } from '../figures/fill.ts'
import { LONGEST_RUN, mostShapes } from '../notes/limits.ts'
import type { Line } from '../notes/line.ts'
import { longestRunOf, shapesOf } from '../notes/shapes.ts'
import { OFTEN } from './brief.ts'
import { type ChosenEdge, type Search, type UsedFigures, usedKey } from './edges.ts'
import { usableCells, WAYS } from './own.ts'
import { APPROACH_DEVICES, isOwn, shapeNumber } from './pricedFill.ts'

/** Goals for a whole line (common practice, no source), which no single figure can see. */
const GOALS = {
  /** The number of devices that a listener can find, if the line has room for them. */
  devices: 6,
  anchorsADevice: 2,
  /** Lines of one result differ in at least this share of their notes. */
  apart: 0.5,
} as const

/** The goals that a line misses, and the search that would do better. */
export interface Shortfall {
  readonly missed: readonly Reason[]
  readonly nextSearch: Search
}

/**
 * Judges a whole line as any line is judged: shapes that occur too often cost more everywhere, figures of a run
 * without a turn cost more at their places; with too few devices, those already used cost more; with a cell missing,
 * everything but it; and if the line is too similar to another, what that one has.
 */
export const shortfallOf = (
  analysis: Analysis,
  search: Search,
  edges: readonly ChosenEdge[],
  line: Line,
  others: readonly Line[],
): Shortfall => {
  const notes = analyseLine(analysis, line)
  const missed: Reason[] = []
  let nextSearch = search
  const overused = overusedShapes(search, notes)
  if (overused.length > 0) {
    missed.push(reason('line.shapes', overused.length))
    nextSearch = { ...nextSearch, overused: raisedShapes(search.overused, overused) }
  }
  const [from, to] = longestRunOf(notes)
  if (to - from + 1 > LONGEST_RUN) {
    missed.push(reason('line.run', to - from + 1))
    const inRun = usedBetween(search, edges, notes[from]!.start, notes[to]!.start)
    nextSearch = { ...nextSearch, used: merged(search.used, inRun) }
  }
  const found = new Set(findDevices(notes).map(({ device }) => device)).size
  const wanted = wantedDevices(search)
  if (found < wanted) {
    missed.push(reason('line.devices', found, wanted))
    nextSearch = { ...nextSearch, ...extraCosts(search, edges) }
  }
  const absent = absentCells(search, edges)
  if (absent.length > 0) {
    for (const cell of absent)
      missed.push(reason('line.cell', usableCells(search.brief.cells ?? [])[cell]!.degrees))
    nextSearch = {
      ...nextSearch,
      leaving: nextSearch.leaving.map((cost, row) => cost + withoutCell(row, absent)),
    }
  }
  const likest = Math.max(0, ...others.map((other) => shareOf(line, other)))
  if (likest > 1 - (search.brief.apart ?? GOALS.apart)) {
    missed.push(reason('line.alike', Math.round(100 * likest)))
    nextSearch = { ...nextSearch, usedTimes: search.usedTimes + 1 }
  }
  missed.push(...neverUsed(search, edges).map((device) => reason('line.never', device)))
  return { missed, nextSearch }
}

/** The cost of a shape rises each time it is still there. */
const raisedShapes = (before: Search['overused'], shapes: readonly number[]): Search['overused'] => {
  const overused = new Map(before)
  for (const shape of shapes) overused.set(shape, (overused.get(shape) ?? 0) + 1)
  return overused
}

/** Shapes that the line uses too often. */
const overusedShapes = ({ anchors }: Search, notes: ReturnType<typeof analyseLine>): readonly number[] => {
  const bars = anchors.at(-1)!.bar - anchors[0]!.bar + 1
  const most = mostShapes(bars)
  return [...shapesOf(notes).values()]
    .filter((places) => places.length > most)
    .map(([at]) => {
      const [a, b, c, d] = notes.slice(at, at! + 4).map(({ midi }) => midi) as [
        number,
        number,
        number,
        number,
      ]
      return shapeNumber(b - a, c - b, d - c)
    })
}

const wantedDevices = ({ anchors, brief }: Search): number => {
  const never = Object.values(brief.devices ?? {}).filter((weight) => weight === 0).length
  return Math.min(GOALS.devices - never, Math.floor(anchors.length / GOALS.anchorsADevice))
}

/** The figures of a line, by their place. */
export const usedBetween = (
  { anchors }: Search,
  edges: readonly ChosenEdge[],
  from = Number.NEGATIVE_INFINITY,
  to = Number.POSITIVE_INFINITY,
): UsedFigures => {
  const used = new Map<number, readonly (readonly number[])[]>()
  edges.forEach(({ kind, anchor, notes }, at) => {
    const { tick } = anchors[at]!
    if (kind === 'figure' && tick >= from && tick < to) used.set(usedKey(at, anchor), [notes])
  })
  return used
}

export const merged = (a: UsedFigures, b: UsedFigures): UsedFigures => {
  const all = new Map(a)
  for (const [key, notes] of b) all.set(key, [...(all.get(key) ?? []), ...notes])
  return all
}

/** Requested cells that are missing. */
const absentCells = ({ brief }: Search, edges: readonly ChosenEdge[]): readonly number[] => {
  const there = new Set(
    edges.flatMap(({ departure }) =>
      departure !== undefined && isOwn({ departure }) ? [Math.floor((departure - COUNTED - 1) / WAYS)] : [],
    ),
  )
  return usableCells(brief.cells ?? []).flatMap(({ must }, cell) => (must && !there.has(cell) ? [cell] : []))
}

const withoutCell = (row: number, absent: readonly number[]): number =>
  isOwn({ departure: row }) && absent.includes(Math.floor((row - COUNTED - 1) / WAYS))
    ? 0
    : LINE_COSTS.withoutCell

/** The share of a line's notes that another line has at the same place. */
const shareOf = (line: Line, other: Line): number => {
  const places = new Set(other.notes.map(({ start, midi }) => `${start} ${midi}`))
  const same = line.notes.filter(({ start, midi }) => places.has(`${start} ${midi}`)).length
  return same / Math.max(1, line.notes.length)
}

const neverUsed = ({ brief }: Search, edges: readonly ChosenEdge[]): readonly DeviceId[] => {
  const used = new Set(edges.flatMap((edge) => devicesOf(edge)))
  return [...used].filter((device) => brief.devices?.[device] === 0)
}

const devicesOf = ({ kind, departure, approach }: ChosenEdge): readonly DeviceId[] =>
  kind !== 'figure' || departure === undefined || approach === undefined
    ? []
    : [departureDevice(departure), APPROACH_FIGURES[approach]!.device]

/** The extra cost of each departure and approach that the line uses, rising with how often it uses it. */
const extraCosts = (
  { surcharge, leaving, brief }: Search,
  edges: readonly ChosenEdge[],
): Pick<Search, 'surcharge' | 'leaving'> => {
  /** What the brief asks for often may occur often. */
  const times = (device: DeviceId, used: readonly (DeviceId | undefined)[]): number =>
    brief.devices?.[device] === OFTEN ? 0 : used.filter((one) => one === device).length
  const approaches = edges.map(({ approach }) =>
    approach === undefined ? undefined : APPROACH_FIGURES[approach]!.device,
  )
  const departures = edges.map(({ departure }) =>
    departure === undefined ? undefined : departureDevice(departure),
  )
  const arriving = APPROACH_DEVICES.map((device) => times(device, approaches))
  const left = leaving.map((_, row) => times(departureDevice(row), departures))
  const raised = (costs: readonly number[], counts: readonly number[]) => {
    const most = Math.max(1, ...counts)
    return costs.map((cost, at) => cost + (LINE_COSTS.hadAlready * counts[at]!) / most)
  }
  return { surcharge: raised(surcharge, arriving), leaving: raised(leaving, left) }
}
