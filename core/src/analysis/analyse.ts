import { type Chart, type ChordSpan, chordSpans } from '../chart/chart.ts'
import { type Chord, chordKind } from '../chord/chord.ts'
import { fifthsOf, noteName, pitchClassOf } from '../pitch/fifths.ts'
import { type Key, keySignature, keysOfMode, sameKey } from '../pitch/key.ts'
import type { Alternative, Analysis, ChordReading, Override, PatternSpan } from './analysis.ts'
import { avoidDegrees, scaleFor } from './chordscale.ts'
import { READING_COSTS } from './costs.ts'
import { FUNCTIONS, type FunctionRow, UNEXPLAINED } from './functions.ts'
import { PATTERNS, type PatternRow } from './patterns.ts'

const KEYS: readonly Key[] = [...keysOfMode('major'), ...keysOfMode('minor')]

/** A way to read the chords from `from` to `to` (both inside) in one key. */
interface Arc {
  readonly from: number
  readonly to: number
  readonly key: number
  readonly cost: number
  readonly rows: readonly FunctionRow[]
}

/** Chords that repeat without a change are read once. */
interface Event {
  readonly chord: Chord
  readonly spans: readonly ChordSpan[]
}

/**
 * Reads the changes: key, numeral, function and scale of each chord, patterns with their extent, and for each chord the
 * readings in other keys with what they cost more. One dynamic program over the chart: each chord's cost in a key, what
 * a change of key costs, what a pattern gains. Overrides are kept to, and the rest follows.
 */
export const analyseChart = (chart: Chart, overrides: readonly Override[] = []): Analysis => {
  const spans = chordSpans(chart)
  const events = gatherEvents(spans)
  const keys = chart.key ? withHomeSpelling(chart.key) : KEYS
  const arcs = arcsOver(events, keys, chart.key, overrides)
  const forward = sweep(events.length, keys, arcs, 'forward')
  const backward = sweep(events.length, keys, arcs, 'backward')
  const chosen = trace(events.length, keys, forward)
  const rows = functionsOf(chosen, events.length)
  const patterns = namePatterns(rows, keys, events)
  const readings = events.flatMap((event, at) => {
    const { row, key } = rows[at]!
    const spelled = spelledAs(event.chord, row, keys[key]!)
    const others = alternatives(at, key, arcs, forward, backward, keys, event.chord)
    return event.spans.map((span) => readingOf(span, spelled, row, patterns, others, overrides))
  })
  return { chart, overrides, spans, readings, patterns }
}

const gatherEvents = (spans: readonly ChordSpan[]): readonly Event[] => {
  const events: { chord: Chord; spans: ChordSpan[] }[] = []
  for (const span of spans) {
    const last = events.at(-1)
    if (last && last.chord.symbol === span.chord.symbol) last.spans.push(span)
    else events.push({ chord: span.chord, spans: [span] })
  }
  return events
}

/** The twenty-four keys, the home key spelled as the chart spells it. */
const withHomeSpelling = (home: Key): readonly Key[] =>
  KEYS.map((key) => (key.mode === home.mode && tonicClass(key) === tonicClass(home) ? home : key))

const tonicClass = (key: Key): number => pitchClassOf(fifthsOf(key.tonic))

const rowsFor = (chord: Chord, key: Key): readonly FunctionRow[] => {
  const kind = chordKind(chord)
  if (kind === 'none') return []
  const above = (pitchClassOf(fifthsOf(chord.root)) - tonicClass(key) + 12) % 12
  return FUNCTIONS.filter(
    (row) => row.mode === key.mode && pitchClassOf(row.root) === above && row.kinds.includes(kind),
  )
}

const unexplainedRow = (chord: Chord, mode: Key['mode']): FunctionRow => {
  const none = chordKind(chord) === 'none'
  const kind = chordKind(chord)
  return {
    id: none ? 'none' : 'outside',
    mode,
    numeral: none ? '' : '–',
    root: 0,
    kinds: [kind],
    scale: UNEXPLAINED[kind],
    cost: none ? 0 : READING_COSTS.unexplained,
  }
}

const arcsOver = (
  events: readonly Event[],
  keys: readonly Key[],
  home: Key | undefined,
  overrides: readonly Override[],
): readonly Arc[] => {
  const arcs: Arc[] = []
  keys.forEach((key, keyIndex) => {
    const isHome = home !== undefined && sameKey(home, key)
    const costAt = (at: number, row: FunctionRow): number =>
      row.cost +
      (home && !isHome ? READING_COSTS.awayFromHome : 0) -
      (isHome && frames(at, events.length, row) ? READING_COSTS.homeFrame : 0)
    const rows = events.map((event) => rowsFor(event.chord, key))
    const allowed = events.map((event) => event.spans.every((span) => allows(overrides, span.index, key)))
    events.forEach((event, at) => {
      if (!allowed[at]) return
      const known = rows[at]!
      for (const row of known.length > 0 ? known : [unexplainedRow(event.chord, key.mode)])
        arcs.push({ from: at, to: at, key: keyIndex, cost: costAt(at, row), rows: [row] })
      for (const pattern of PATTERNS) {
        if (pattern.mode !== key.mode) continue
        const found = patternRows(pattern, rows, at)
        if (!found || found.some((_, step) => !allowed[at + step])) continue
        const cost = found.reduce((sum, row, step) => sum + costAt(at + step, row), 0) - pattern.credit
        arcs.push({ from: at, to: at + found.length - 1, key: keyIndex, cost, rows: found })
      }
    })
  })
  return arcs
}

const TONICS: readonly FunctionRow['id'][] = ['I', 'blues_I', 'i', 'i7']

/** Whether a tonic opens or closes the tune. */
const frames = (at: number, length: number, row: FunctionRow): boolean =>
  (at === 0 || at === length - 1) && TONICS.includes(row.id)

const allows = (overrides: readonly Override[], index: number, key: Key): boolean =>
  overrides.every(
    (override) =>
      override.key === undefined ||
      index < override.from ||
      index > override.to ||
      (override.key.mode === key.mode && tonicClass(override.key) === tonicClass(key)),
  )

const patternRows = (
  pattern: PatternRow,
  rows: readonly (readonly FunctionRow[])[],
  at: number,
): readonly FunctionRow[] | undefined => {
  const found = pattern.functions.map((id, step) => rows[at + step]?.find((row) => row.id === id))
  return found.every((row) => row !== undefined) ? found : undefined
}

const changeCost = (from: Key, to: Key): number => {
  if (sameKey(from, to)) return 0
  const steps = Math.abs(keySignature(from) - keySignature(to))
  const apart = Math.min(steps, 12 - (steps % 12))
  return (
    (apart === 0 ? READING_COSTS.relative : READING_COSTS.changeOfKey) + READING_COSTS.signatureStep * apart
  )
}

interface Sweep {
  /** Least cost of all chords before (or from) a place, the chord next to it in a key. */
  readonly cost: readonly (readonly number[])[]
  readonly arc: readonly (readonly (Arc | undefined)[])[]
  readonly before: readonly (readonly (number | undefined)[])[]
}

/** Forward: cost[i][k] of chords 0 to i-1, the last in key k. Backward: of chords i to the end, the first in key k. */
const sweep = (
  length: number,
  keys: readonly Key[],
  arcs: readonly Arc[],
  way: 'forward' | 'backward',
): Sweep => {
  const cost = Array.from({ length: length + 1 }, () => keys.map(() => Number.POSITIVE_INFINITY))
  const arc: (Arc | undefined)[][] = cost.map(() => keys.map(() => undefined))
  const before: (number | undefined)[][] = cost.map(() => keys.map(() => undefined))
  const start = way === 'forward' ? 0 : length
  cost[start] = keys.map(() => 0)
  const change = keys.map((from) => keys.map((to) => changeCost(from, to)))
  const ordered = [...arcs].sort((a, b) => (way === 'forward' ? a.to - b.to : b.from - a.from))
  const entered = new Map<number, readonly { cost: number; key: number }[]>()
  /** The cheapest way into each key at a place whose costs are settled. */
  const enter = (place: number) => {
    const known = entered.get(place)
    if (known) return known
    const ways = keys.map((_, to) => {
      let best = { cost: Number.POSITIVE_INFINITY, key: to }
      keys.forEach((_key, from) => {
        const total =
          cost[place]![from]! +
          (place === start ? 0 : way === 'forward' ? change[from]![to]! : change[to]![from]!)
        if (total < best.cost) best = { cost: total, key: from }
      })
      return best
    })
    entered.set(place, ways)
    return ways
  }
  for (const candidate of ordered) {
    const source = way === 'forward' ? candidate.from : candidate.to + 1
    const target = way === 'forward' ? candidate.to + 1 : candidate.from
    const entry = enter(source)[candidate.key]!
    const total = entry.cost + candidate.cost
    if (total < cost[target]![candidate.key]!) {
      cost[target]![candidate.key] = total
      arc[target]![candidate.key] = candidate
      before[target]![candidate.key] = entry.key
    }
  }
  return { cost, arc, before }
}

const leastIndex = (values: readonly number[]): number =>
  values.reduce((best, value, at) => (value < values[best]! ? at : best), 0)

const trace = (length: number, keys: readonly Key[], forward: Sweep): readonly Arc[] => {
  const chosen: Arc[] = []
  let key = leastIndex(forward.cost[length] ?? keys.map(() => 0))
  let place = length
  while (place > 0) {
    const arc = forward.arc[place]![key]!
    chosen.unshift(arc)
    key = forward.before[place]![key]!
    place = arc.from
  }
  return chosen
}

/** Dearer functions are often spelled freely: their chords say nothing of the key's own spelling. */
const PLAIN_FUNCTION = 0.35
const MOST_ACCIDENTALS = 7

/** The key named as its plain chords are spelled: G♭7 going to C♭ is in C♭, not in B. */
const spelledAs = (chord: Chord, row: FunctionRow, key: Key): Key => {
  if (chord.tones.length === 0 || row.cost > PLAIN_FUNCTION) return key
  const tonic = fifthsOf(chord.root) - row.root
  const spelled = { ...key, tonic: noteName(tonic) }
  return pitchClassOf(tonic) === tonicClass(key) && Math.abs(keySignature(spelled)) <= MOST_ACCIDENTALS
    ? spelled
    : key
}

interface Read {
  readonly row: FunctionRow
  readonly key: number
}

const functionsOf = (arcs: readonly Arc[], length: number): readonly Read[] => {
  const reads: Read[] = new Array(length)
  for (const arc of arcs) {
    arc.rows.forEach((row, step) => {
      reads[arc.from + step] = { row, key: arc.key }
    })
  }
  return reads
}

/** Every pattern that the chosen functions spell, a shorter one inside a longer one left out. */
const namePatterns = (
  reads: readonly Read[],
  keys: readonly Key[],
  events: readonly Event[],
): readonly PatternSpan[] => {
  const found: PatternSpan[] = []
  reads.forEach((read, at) => {
    for (const pattern of PATTERNS) {
      const fits = pattern.functions.every((id, step) => {
        const here = reads[at + step]
        return here !== undefined && here.key === read.key && here.row.id === id
      })
      if (!fits || pattern.mode !== keys[read.key]!.mode) continue
      found.push({
        id: pattern.id,
        name: pattern.name,
        key: spelledAs(events[at]!.chord, read.row, keys[read.key]!),
        from: events[at]!.spans[0]!.index,
        to: events[at + pattern.functions.length - 1]!.spans.at(-1)!.index,
      })
    }
  })
  const inside = (small: PatternSpan, large: PatternSpan) =>
    small !== large &&
    small.from >= large.from &&
    small.to <= large.to &&
    (small.from > large.from || small.to < large.to)
  return found.filter((pattern) => !found.some((other) => inside(pattern, other)))
}

const alternatives = (
  at: number,
  chosen: number,
  arcs: readonly Arc[],
  forward: Sweep,
  backward: Sweep,
  keys: readonly Key[],
  chord: Chord,
): readonly Alternative[] => {
  const totals = new Map<number, { total: number; row: FunctionRow }>()
  for (const arc of arcs) {
    if (at < arc.from || at > arc.to) continue
    const total = throughArc(arc, forward, backward, keys)
    const known = totals.get(arc.key)
    if (!known || total < known.total) totals.set(arc.key, { total, row: arc.rows[at - arc.from]! })
  }
  const best = totals.get(chosen)?.total ?? 0
  return [...totals]
    .filter(([key, { row }]) => key !== chosen && row.id !== 'outside' && row.id !== 'none')
    .map(([key, { total, row }]) => ({
      key: keys[key]!,
      numeral: row.numeral,
      function: row.id,
      scale: scaleFor(chord, row.scale),
      dearer: Math.max(0, total - best),
    }))
    .sort((a, b) => a.dearer - b.dearer)
    .slice(0, 3)
}

const throughArc = (arc: Arc, forward: Sweep, backward: Sweep, keys: readonly Key[]): number => {
  const key = keys[arc.key]!
  const into =
    arc.from === 0
      ? 0
      : Math.min(...keys.map((from, index) => forward.cost[arc.from]![index]! + changeCost(from, key)))
  const end = backward.cost.length - 1
  const out =
    arc.to + 1 === end
      ? 0
      : Math.min(...keys.map((to, index) => backward.cost[arc.to + 1]![index]! + changeCost(key, to)))
  return into + arc.cost + out
}

const readingOf = (
  span: ChordSpan,
  key: Key,
  row: FunctionRow,
  patterns: readonly PatternSpan[],
  others: readonly Alternative[],
  overrides: readonly Override[],
): ChordReading => {
  const own = overrides.find(
    (override) => override.scale !== undefined && span.index >= override.from && span.index <= override.to,
  )
  const scale = own?.scale ?? scaleFor(span.chord, row.scale)
  const pattern = patterns.find(({ from, to }) => span.index >= from && span.index <= to)
  return {
    index: span.index,
    key,
    numeral: row.numeral,
    function: row.id,
    scale,
    avoid: avoidDegrees(span.chord, scale),
    ...(pattern ? { pattern: pattern.id } : {}),
    alternatives: others,
  }
}
