import { type Reason, reason } from '../../../outcome/reasons.ts'
import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../../tune/analysis/analysis.ts'
import { type Stretch, stretchTicks } from '../../../tune/chart/chart.ts'
import { explainLine } from '../../explain/explain.ts'
import type { DeviceId } from '../../figures/devices.ts'
import type { Line } from '../../notes/line.ts'
import { phraseFigures } from '../../review/phrasing.ts'
import { worthOfLine } from '../../review/review.ts'
import type { Brief, ComposedLine, LinePhrase } from '../brief.ts'
import { type Locked, withLocked } from '../locked.ts'
import { usableCells } from '../own.ts'
import { fragmentDevicesOf } from './fragmentDevices.ts'
import type { Piece } from './piece.ts'
import { planFor } from './soloPlan.ts'
import { type SoloBase, type SoloTask, soloBase, soloTask } from './task.ts'
import { rewritten, type Solo, type SoloPhrase, writing } from './write.ts'

/** Plans tried for a line of at most this many bars, and for longer ones. */
const PLANS: readonly (readonly [bars: number, plans: number])[] = [
  [8, 4],
  [16, 3],
  [Number.POSITIVE_INFINITY, 2],
]
/** Further tries where a line is too like another, or has too many enclosures in a row. */
const MORE_TRIES = 6
/** Lines of one result differ in at least this share of their notes. */
const APART = 0.5
const OFTEN = 3
const NEVER = 0

interface Candidate extends ComposedLine {
  readonly score: number
  /** Too like another, or with too many enclosures in a row: another plan is tried, if this is the best so far. */
  readonly again: boolean
}

/**
 * Writes solos: several plans are drawn from the seed, each is written phrase by phrase (each the exact optimum of its
 * terms), and the one that the review scores highest is given.
 */
export function* composingSolos(
  analysis: Analysis,
  brief: Brief,
  locked: Locked,
  unmet: readonly Reason[],
): Generator<void, { readonly lines: readonly ComposedLine[]; readonly unmet: readonly Reason[] }, void> {
  const bases = sectionsOf(brief.stretch).map((section) =>
    sectionBrief(analysis, { ...brief, locked }, section),
  )
  const made = new Map<Brief, SoloBase>()
  const lines: ComposedLine[] = []
  for (let index = 0; index < brief.count; index += 1) {
    const others = [...(brief.avoid ?? []), ...lines.map(({ line }) => line)]
    const sections: ComposedLine[] = []
    for (const [at, part] of bases.entries()) {
      const base = made.get(part) ?? soloBase(analysis, part)
      if (brief.count > 1) made.set(part, base)
      yield
      const best = yield* bestOf(analysis, base, brief.seed + index + 13 * at, others)
      if (best) sections.push(best)
    }
    if (sections.length === 0) break
    lines.push(sections.length === 1 ? sections[0]! : joined(sections))
  }
  return { lines, unmet }
}

/** Longer solos are written in sections of this many bars: time a bar stays the same. */
const SECTION = 32

const sectionsOf = ({ from, to }: Stretch): readonly Stretch[] => {
  const count = Math.max(1, Math.ceil((to - from + 1) / SECTION))
  const bars = Math.ceil((to - from + 1) / count)
  return Array.from({ length: count }, (_, at) => ({
    from: from + at * bars,
    to: Math.min(to, from + (at + 1) * bars - 1),
  }))
}

/** The brief of one section: what asks for the first or the last note belongs to the first or the last one. */
const sectionBrief = (analysis: Analysis, brief: Brief, section: Stretch): Brief => {
  const { first, landing, phrases, locked, ...rest } = brief
  const { start, end } = stretchTicks(analysis.chart, section)
  const inside = <T extends { readonly start: number }>(items: readonly T[]): readonly T[] =>
    items.filter((one) => one.start >= start && one.start < end)
  return {
    ...rest,
    stretch: section,
    ...(locked ? { locked: inside(locked) } : {}),
    ...(phrases ? { phrases: inside(phrases) } : {}),
    ...(first && section.from === brief.stretch.from ? { first } : {}),
    ...(landing && section.to === brief.stretch.to ? { landing } : {}),
  }
}

/** One line of sections that follow each other. */
const joined = (sections: readonly ComposedLine[]): ComposedLine => {
  let before = 0
  const phrases = sections.flatMap(({ phrases: own = [] }) => {
    const moved = own.map((phrase) =>
      phrase.from === undefined ? phrase : { ...phrase, from: phrase.from + before },
    )
    before += own.length
    return moved
  })
  return {
    line: { notes: sections.flatMap(({ line }) => line.notes) },
    cost: sections.reduce((sum, { cost }) => sum + cost, 0),
    missed: sections.flatMap(({ missed }) => missed),
    phrases,
  }
}

function* bestOf(
  analysis: Analysis,
  base: SoloBase,
  lineSeed: number,
  others: readonly Line[],
): Generator<void, ComposedLine | undefined, void> {
  const task = soloTask(base, lineSeed)
  const { brief } = base
  const bars = brief.stretch.to - brief.stretch.from + 1
  const plans = brief.phrases ? 1 : PLANS.find(([most]) => bars <= most)![1]
  let best: Candidate | undefined
  for (let tried = 0; tried < plans + MORE_TRIES; tried += 1) {
    if (best && tried >= plans && !best.again) break
    const seed = lineSeed * 101 + tried * 7927
    const plan = planFor(task, seed)
    const solo = yield* writing(task, plan, seed)
    const asked = withAsked(task, solo)
    const candidate = judged(analysis, task, asked.solo, asked.missed, others)
    yield
    if (!best || candidate.score > best.score) best = candidate
  }
  if (!best) return undefined
  const { score: _score, again: _again, ...line } = best
  return line
}

/** A line with its score; what it misses of the brief and what it shares with others count against it. */
const judged = (
  analysis: Analysis,
  { brief }: SoloTask,
  { phrases, cost }: Solo,
  absent: readonly Reason[],
  others: readonly Line[],
): Candidate => {
  const notes = phrases.flatMap((phrase) => phrase.notes)
  const line = withLocked(analysis, notes, brief.locked ?? [])
  const alike = likest(line, others)
  const missed = [...absent, ...neverUsed(analysis, brief, line)]
  const isAlike = alike > 1 - (brief.apart ?? APART)
  if (isAlike) missed.push(reason('line.alike', Math.round(100 * alike)))
  const manyEnclosures = phraseFigures(analysis, line).enclosuresInARow > MOST_ENCLOSURES
  return {
    line,
    cost,
    missed,
    phrases: phrases.map(phraseOf),
    score:
      worthOfLine(analysis, line, { range: brief.range }) -
      MISSED * missed.length -
      100 * Math.max(0, alike - 0.3) -
      (manyEnclosures ? NEVER_GIVEN : 0),
    again: isAlike || manyEnclosures,
  }
}

/** At most this many bars in a row have an enclosure. */
const MOST_ENCLOSURES = 2

/** Points that a missed wish costs when plans are compared, and what is given only if every plan has it. */
const MISSED = 15
const NEVER_GIVEN = 100

const phraseOf = ({ part, from, notes }: SoloPhrase): LinePhrase => {
  const last = notes.at(-1)!
  const top = notes.reduce((highest, note) => (note.midi > highest.midi ? note : highest))
  return {
    part,
    ...(from === undefined ? {} : { from }),
    start: notes[0]!.start,
    end: last.start + last.duration,
    top: { tick: top.start, midi: top.midi },
  }
}

/** The share of a line's notes that another one has at the same place. */
const likest = (line: Line, others: readonly Line[]): number =>
  Math.max(
    0,
    ...others.map((other) => {
      const places = new Set(other.notes.map(({ start, midi }) => `${start} ${midi}`))
      return (
        line.notes.filter(({ start, midi }) => places.has(`${start} ${midi}`)).length /
        Math.max(1, line.notes.length)
      )
    }),
  )

const neverUsed = (analysis: Analysis, { devices = {} }: Brief, line: Line): readonly Reason[] => {
  const never = Object.entries(devices).filter(([, weight]) => weight === NEVER)
  if (never.length === 0) return []
  const found = new Set<string>(explainLine(analysis, line).devices.map(({ device }) => device))
  return never.flatMap(([device]) => (found.has(device) ? [reason('line.never', device)] : []))
}

/** What has to come and does not: cells that must, devices that were asked for often. */
const withAsked = (
  task: SoloTask,
  solo: Solo,
): { readonly solo: Solo; readonly missed: readonly Reason[] } => {
  const { brief } = task
  const wanted: { readonly has: (piece: Piece) => boolean; readonly reason: Reason }[] = []
  usableCells(brief.cells ?? []).forEach(({ degrees, must }, index) => {
    if (must)
      wanted.push({
        has: ({ source }) => source.kind === 'cell' && source.index === index,
        reason: reason('line.cell', degrees),
      })
  })
  for (const [device, weight] of Object.entries(brief.devices ?? {}))
    if (weight === OFTEN)
      wanted.push({
        has: (piece) => hasDevice(piece, device as DeviceId),
        reason: reason('line.absent', device),
      })
  const phrases = [...solo.phrases]
  const missed: Reason[] = []
  const kept: ((piece: Piece) => boolean)[] = []
  for (const { has, reason: why } of wanted) {
    if (phrases.some(({ pieces }) => pieces.some(has))) {
      kept.push(has)
      continue
    }
    let least = Number.POSITIVE_INFINITY
    let change: { readonly at: number; readonly phrase: SoloPhrase } | undefined
    phrases.forEach((phrase, at) => {
      // A phrase that is the only one with something else that was asked for stays.
      if (
        kept.some(
          (one) =>
            phrase.pieces.some(one) && !phrases.some((other) => other !== phrase && other.pieces.some(one)),
        )
      )
        return
      const next = phrases[at + 1]?.notes[0]
      const nextBegin = next ? Math.floor((next.start - task.ground.start) / EIGHTH) - 1 : undefined
      const again = rewritten(task, phrase, nextBegin, has)
      if (!again || again.cost - phrase.cost >= least) return
      least = again.cost - phrase.cost
      change = { at, phrase: again }
    })
    if (change) {
      phrases[change.at] = change.phrase
      kept.push(has)
    } else missed.push(why)
  }
  return { solo: { phrases, cost: phrases.reduce((sum, { cost }) => sum + cost, 0) }, missed }
}

const hasDevice = ({ source }: Piece, device: DeviceId): boolean =>
  source.kind === 'figure'
    ? source.device === device
    : source.kind === 'fragment' && fragmentDevicesOf(source.id).has(device)
