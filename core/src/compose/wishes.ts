import type { Analysis } from '../analysis/analysis.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { findDevices } from '../explain/devices.ts'
import { hearLine } from '../explain/heard.ts'
import { CLOSINGS, type DeviceId, OPENINGS } from '../figures/figures.ts'
import type { Line } from '../line/line.ts'
import { longestRunOf, shapesOf } from '../line/shapes.ts'
import type { ChosenEdge, Search } from './edges.ts'
import { CLOSING_DEVICES } from './table.ts'

/** What is wished of a line as a whole (common practice, no source): no single figure can see it. */
const WISHES = {
  /** A four-note shape may come so often in eight bars, and as much oftener as the line is longer. */
  shapeTimes: 2,
  shapeBars: 8,
  /** So many notes may run in one direction. */
  run: 9,
  /** So many devices that an ear finds, as far as the line has a place for them. */
  devices: 6,
  anchorsADevice: 2,
} as const

const OFTEN = 3

/** How a line falls short of the wishes, and the search that would do better. */
export interface Shortfall {
  /** How many wishes are missed: 0 where none is. */
  readonly missed: number
  readonly again: Search
}

/**
 * Hears a whole line as any line is heard: shapes that come too often are made dearer everywhere, figures of a run that
 * does not turn are made dearer at their places, and where an ear finds too few devices those that were used are made dearer.
 */
export const shortfallOf = (
  analysis: Analysis,
  search: Search,
  edges: readonly ChosenEdge[],
  line: Line,
  figures: readonly string[],
): Shortfall => {
  const { anchors } = search
  const notes = hearLine(analysis, line)
  const bars = anchors.at(-1)!.bar - anchors[0]!.bar + 1
  const worn = [...shapesOf(notes)]
    .filter(([, places]) => places.length > WISHES.shapeTimes * Math.max(1, bars / WISHES.shapeBars))
    .map(([shape]) => shape.replaceAll(/\/\d+/g, ''))
  const [from, to] = longestRunOf(notes)
  const runs = to - from + 1 > WISHES.run
  const inRun = runs
    ? figures.filter((_, at) => {
        const { tick } = anchors[at]!
        return tick >= notes[from]!.start && tick < notes[to]!.start
      })
    : []
  const heard = new Set(findDevices(notes).map(({ device }) => device)).size
  const { devices: asked = {} } = search.brief
  const never = Object.values(asked).filter((weight) => weight === 0).length
  const wanted = Math.min(WISHES.devices - never, Math.floor(anchors.length / WISHES.anchorsADevice))
  return {
    missed: worn.length + (runs ? 1 : 0) + Math.max(0, wanted - heard),
    again: {
      ...search,
      worn: new Set([...search.worn, ...worn]),
      used: new Set([...search.used, ...inRun]),
      ...(heard < wanted ? dearer(search, edges) : {}),
    },
  }
}

/** What each way to leave and to arrive costs more when the line has it: more so the oftener it has it. */
const dearer = (
  { surcharge, leaving, brief }: Search,
  edges: readonly ChosenEdge[],
): Pick<Search, 'surcharge' | 'leaving'> => {
  /** What the brief wants often may come often. */
  const times = (device: DeviceId, used: readonly (DeviceId | undefined)[]): number =>
    brief.devices?.[device] === OFTEN ? 0 : used.filter((one) => one === device).length
  const closings = edges.map(({ closing }) => (closing === undefined ? undefined : CLOSINGS[closing]!.device))
  const openings = edges.map(({ opening }) => (opening === undefined ? undefined : OPENINGS[opening]!.device))
  const arriving = CLOSING_DEVICES.map((device) => times(device, closings))
  const left = OPENINGS.map(({ device }) => times(device, openings))
  const raised = (costs: readonly number[], counts: readonly number[]) => {
    const most = Math.max(1, ...counts)
    return costs.map((cost, at) => cost + (LINE_COSTS.hadAlready * counts[at]!) / most)
  }
  return { surcharge: raised(surcharge, arriving), leaving: raised(leaving, left) }
}
