import { type Reason, reason } from '../../outcome/reasons.ts'
import { EIGHTH, QUARTER } from '../../theory/rhythm/ticks.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { fitStretch, type Stretch, stretchTicks } from '../../tune/chart/chart.ts'
import { degreeOf } from '../figures/fill.ts'
import { aboveRoot, type Harmony } from '../figures/harmony.ts'
import type { Line } from '../notes/line.ts'
import type { UnspelledNote } from '../notes/spell.ts'
import type { Brief, Composed, ComposedLine, NoteRequest } from './brief.ts'
import { type ChosenEdge, freshSearch, type Search, type UsedFigures, usedKey } from './edges.ts'
import { type Locked, withLocked } from './locked.ts'
import { motifOf } from './motif.ts'
import { usableCells } from './own.ts'
import { type Anchor, anchorsOf } from './plan.ts'
import { merged, shortfallOf, usedBetween } from './preferences.ts'
import { type Pitches, pitchesOf, solving } from './search.ts'
import { composingSolos, triedPlans } from './solo/composeSolo.ts'
import { type Proof, proofOf } from './solo/proof.ts'
import { type FillTable, fillTable } from './table.ts'

/**
 * Composes lines over a stretch: chord tones on the strong beats and at the changes, figures between them that depart
 * from one and approach the next, and a rest before a phrase gets too long. Each line is the exact optimum of the
 * terms in cost/ for its seed, by dynamic programming; a further line is solved again with everything already used at
 * a higher cost. The lines come in the order found, the first being the cheapest. A table kept from an earlier call
 * whose brief has the same `tableKey` saves pricing the figures again. A request that can't be met is dropped and
 * reported; without a chord in the stretch there is no line, and that is reported.
 * @param analysis the tune, at concert pitch
 * @param brief the stretch, range, seed and everything asked for
 * @returns the lines, each with its cost and the goals it misses, and the requests that were dropped
 * @example composeLines(analysis, { stretch: { from: 0, to: 3 }, seed: 1, count: 1, range, breathBars: 4 })
 */
export const composeLines = (
  analysis: Analysis,
  brief: Brief,
  table: FillTable = fillTable(brief),
): Composed => {
  const steps = composing(analysis, brief, table)
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/**
 * The same in steps of a few milliseconds: the caller can stop between two steps, or say that the line found is good
 * enough; then it is not solved again for the goals for the whole line.
 *
 * @example composing(analysis, { stretch, range, seed: 1, count: 1, breathBars: 4 }).next().done // false
 */
export function* composing(
  analysis: Analysis,
  brief: Brief,
  table: FillTable = fillTable(brief),
  enough: () => boolean = () => false,
): Generator<void, Composed, void> {
  const possible = possibleOf(analysis, brief)
  if (!possible) return { lines: [], unmet: [reason('brief.noChord')] }
  const { stretch, locked, anchors, pitches, range, unmet } = possible
  if (isSolo(brief)) return yield* composingSolos(analysis, { ...brief, stretch, range }, locked, unmet)
  const { end } = stretchTicks(analysis.chart, stretch)
  let used: UsedFigures = new Map()
  for (const line of brief.avoid ?? []) used = merged(used, figuresOf(anchors, line))
  const lines: ComposedLine[] = []
  for (let index = 0; index < brief.count; index += 1) {
    const asked = { ...brief, stretch, range, locked, seed: brief.seed + index }
    const search: Search = { ...freshSearch(anchors, end, asked, table), used }
    const best = yield* composeBest(
      analysis,
      search,
      pitches,
      lines.map(({ line }) => line),
      enough,
    )
    if (!best) break
    lines.push({ line: best.line, cost: best.cost, missed: best.missed })
    used = merged(used, usedBetween(search, best.edges))
  }
  return { lines, unmet }
}

const isSolo = ({ rhythm = 'solo', unbroken }: Brief): boolean =>
  rhythm === 'solo' || (rhythm === 'eighths' && !unbroken)

/** What of a brief is possible over its stretch; undefined without a chord there. */
const possibleOf = (analysis: Analysis, brief: Brief) => {
  const stretch = fitStretch(analysis.chart, brief.stretch)
  const locked = lockedIn(analysis, stretch, brief.locked)
  const anchors = analysis.spans.length === 0 ? [] : anchorsOf(analysis, stretch, brief, locked)
  return anchors.length === 0
    ? undefined
    : { stretch, locked, anchors, ...standing(analysis, anchors, brief) }
}

/**
 * Proves the first line that composing gives for a brief, by composing it again: the plans that were tried, its cost by
 * term, and the next best line. Undefined where the brief gives no solo.
 *
 * @example proveLine(analysis, { stretch, range, seed: 1, count: 1, breathBars: 4 })?.plans.length // 4
 */
export const proveLine = (analysis: Analysis, brief: Brief): Proof | undefined => {
  const possible = isSolo(brief) ? possibleOf(analysis, brief) : undefined
  if (!possible) return undefined
  const { stretch, locked, range } = possible
  return proofOf(triedPlans(analysis, { ...brief, stretch, range }, locked))
}

/** The locked notes that start in the stretch over a chord, each ending where the next one starts at the latest. */
const lockedIn = (analysis: Analysis, stretch: Stretch, locked: Locked = []): Locked => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const inside = locked.filter(
    (note) => note.start >= start && note.start < end && chordAt(analysis, note.start).chord.tones.length > 0,
  )
  return inside.map((note, at) => ({
    ...note,
    duration: Math.min(note.duration, (inside[at + 1]?.start ?? end) - note.start),
  }))
}

/** How many times a line is solved again to meet the goals for the whole line. */
const MOST_ROUNDS = 9
/** After this many rounds it starts again with other noise. */
const ROUNDS_A_START = 3
const OTHER_NOISE = 100_003

interface Solved extends ComposedLine {
  readonly edges: readonly ChosenEdge[]
}

/**
 * The cheapest line; if it misses goals for the whole line it is solved again with changed weights, and the best one
 * is returned.
 */
function* composeBest(
  analysis: Analysis,
  first: Search,
  pitches: Pitches,
  others: readonly Line[],
  enough: () => boolean,
): Generator<void, Solved | undefined, void> {
  const { brief } = first
  const rhythm = brief.motif ? yield* solving(first, pitches) : undefined
  const fresh = rhythm ? { ...first, motif: motifOf(first.anchors, rhythm.edges) } : first
  let search = fresh
  let best: Solved | undefined
  for (let round = 0; round < Math.max(1, brief.rounds ?? MOST_ROUNDS); round += 1) {
    const solution = yield* solving(search, pitches)
    if (!solution) return best
    const line = withLocked(analysis, notesOf(solution.edges, search.anchors, search.end), brief.locked ?? [])
    const { missed, nextSearch } = shortfallOf(analysis, search, solution.edges, line, others)
    if (!best || missed.length < best.missed.length)
      best = { line, cost: solution.cost, missed, edges: solution.edges }
    if (missed.length === 0 || enough()) return best
    const start = (round + 1) / ROUNDS_A_START
    search = Number.isInteger(start)
      ? { ...fresh, brief: { ...brief, seed: brief.seed + start * OTHER_NOISE } }
      : nextSearch
  }
  return best
}

interface Standing {
  readonly pitches: Pitches
  readonly range: Brief['range']
  readonly unmet: readonly Reason[]
}

/** The possible pitches at each anchor; requests that leave no pitch are dropped and reported. */
const standing = (analysis: Analysis, anchors: readonly Anchor[], brief: Brief): Standing => {
  const unmet: Reason[] = (brief.cells ?? [])
    .filter((cell) => !usableCells([cell]).length)
    .map(({ degrees }) => reason('brief.cell', degrees))
  const narrow = anchors.find(({ harmony }) => pitchesOf(harmony, brief.range).length === 0)
  const range = narrow ? widened(brief.range, anchors) : brief.range
  if (narrow) {
    const { chord, bar } = chordAt(analysis, narrow.tick)
    unmet.push(reason('brief.range', chord.symbol, bar + 1))
  }
  const pitches = anchors.map(({ harmony, locked }) => (locked ? [locked.midi] : pitchesOf(harmony, range)))
  const keepTo = (at: number, request: NoteRequest | undefined, rule: 'brief.first' | 'brief.landing') => {
    const note = request?.degree ?? request?.midi
    if (!request || note === undefined || anchors[at]!.locked) return
    const fitting = requestedPitches(anchors[at]!.harmony, range, request)
    if (fitting.length > 0) pitches[at] = fitting
    else unmet.push(reason(rule, note, chordAt(analysis, anchors[at]!.tick).chord.symbol))
  }
  keepTo(0, brief.first, 'brief.first')
  if (anchors.length > 1 || !brief.first) keepTo(anchors.length - 1, brief.landing, 'brief.landing')
  return { pitches, range, unmet }
}

/** The pitches of a range that match a requested note: that pitch, or the degree over the chord. */
const requestedPitches = (
  harmony: Harmony,
  range: Brief['range'],
  { midi, degree }: NoteRequest,
): readonly number[] => {
  const pitches: number[] = []
  for (let pitch = range.low; pitch <= range.high; pitch += 1) {
    if (midi !== undefined && pitch !== midi) continue
    if (degree !== undefined && aboveRoot(harmony, pitch) !== degreeOf(harmony, degree)) continue
    pitches.push(pitch)
  }
  return midi === undefined && degree === undefined ? [] : pitches
}

/** The range, widened until every chord has a tone in it. */
const widened = (range: Brief['range'], anchors: readonly Anchor[]): Brief['range'] => {
  const low = Math.min(range.low, range.high)
  const high = Math.max(range.low, range.high)
  for (let more = 1; more <= 12; more += 1) {
    const wider = {
      low: low - more,
      high: high + more,
      comfortLow: Math.min(range.comfortLow, low),
      comfortHigh: Math.max(range.comfortHigh, high),
    }
    if (anchors.every(({ harmony }) => pitchesOf(harmony, wider).length > 0)) return wider
  }
  return range
}

/** The figures of any line, as the notes between the anchors. */
const figuresOf = (anchors: readonly Anchor[], line: Line): UsedFigures => {
  const used = new Map<number, readonly (readonly number[])[]>()
  anchors.forEach(({ tick }, at) => {
    const until = anchors[at + 1]?.tick ?? Number.POSITIVE_INFINITY
    const [anchor, ...notes] = line.notes
      .filter(({ start }) => start >= tick && start < until)
      .map(({ midi }) => midi)
    if (anchor !== undefined) used.set(usedKey(at, anchor), [notes])
  })
  return used
}

/** The notes of the chosen edges; each lasts until the next one, and is shorter before a rest. */
export const notesOf = (
  edges: readonly ChosenEdge[],
  anchors: readonly Anchor[],
  end: number,
): readonly UnspelledNote[] => {
  const notes: UnspelledNote[] = []
  edges.forEach((edge, at) => {
    const tick = anchors[at]!.tick
    const next = anchors[at + 1]?.tick ?? end
    const start = edges[at - 1]?.early ? tick - EIGHTH : tick
    const target = edge.early ? next - EIGHTH : next
    const onsets = edge.onsets.map((onset) => tick + onset)
    const free = (onsets[0] ?? target) - tick
    const until = edge.kind === 'figure' ? tick + free : tick + heldFor(free, edge.kind)
    notes.push({ start, duration: until - start, midi: edge.anchor })
    edge.notes.forEach((midi, step) => {
      notes.push({ start: onsets[step]!, duration: (onsets[step + 1] ?? target) - onsets[step]!, midi })
    })
  })
  return notes
}

/** A note before a rest is a quarter if that leaves a rest; the last one lasts up to a half note. */
const heldFor = (free: number, kind: 'breath' | 'end'): number => {
  if (kind === 'end') return Math.min(free, 2 * QUARTER)
  return free > QUARTER ? QUARTER : Math.max(EIGHTH, free - EIGHTH)
}
