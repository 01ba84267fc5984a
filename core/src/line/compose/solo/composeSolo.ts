import { type Reason, reason } from '../../../outcome/reasons.ts'
import type { Analysis } from '../../../tune/analysis/analysis.ts'
import { type Stretch, stretchTicks } from '../../../tune/chart/chart.ts'
import { explainLine } from '../../explain/explain.ts'
import type { Line } from '../../notes/line.ts'
import { phraseFigures } from '../../review/phrasing.ts'
import { worthOfLine } from '../../review/review.ts'
import { type Brief, type ComposedLine, type LinePhrase, NEVER } from '../brief.ts'
import { type Locked, withLocked } from '../locked.ts'
import { withAsked } from './asked.ts'
import { MOST_ENCLOSURES, withFewEnclosures } from './enclosures.ts'
import { planFor } from './soloPlan.ts'
import { preparing, type SoloBase, type SoloTask, soloBase, soloTask } from './task.ts'
import { type Solo, type SoloPhrase, writing } from './write.ts'

/** Plans tried for a line of at most this many bars, and for longer ones. */
const PLANS: readonly (readonly [bars: number, plans: number])[] = [
  [8, 4],
  [16, 3],
  [Number.POSITIVE_INFINITY, 2],
]
/** Further tries where a line is too like another, or has too many enclosures in a row. */
const MORE_TRIES = 20
/** Lines of one result differ in at least this share of their notes. */
const APART = 0.5

/** A solo with what stands behind it. */
export interface Candidate extends ComposedLine {
  readonly solo: Solo
  readonly task: SoloTask
  /** What the review gives it, 0 to 100; and with what counts against it when plans are compared. */
  readonly worth: number
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
      const seeds = Array.from({ length: brief.count }, (_, line) => seedOf(brief, line, at))
      const base = made.get(part) ?? (yield* preparing(analysis, part, seeds))
      if (brief.count > 1) made.set(part, base)
      yield
      const [best] = yield* plansOf(analysis, base, seedOf(brief, index, at), others)
      if (best) sections.push(plain(best))
    }
    if (sections.length === 0) break
    lines.push(sections.length === 1 ? sections[0]! : joined(sections))
  }
  return { lines, unmet }
}

/** The line alone. */
const plain = ({
  worth: _worth,
  score: _score,
  again: _again,
  solo: _solo,
  task: _task,
  ...line
}: Candidate): ComposedLine => line

const seedOf = ({ seed }: Brief, line: number, section: number): number => seed + line + 13 * section

/**
 * Every plan that was tried for a brief's first line, section by section, the best one first: as composing finds them, for
 * whoever asks why this line was given.
 */
export const triedPlans = (
  analysis: Analysis,
  brief: Brief,
  locked: Locked,
): readonly (readonly Candidate[])[] =>
  sectionsOf(brief.stretch).map((section, at) => {
    const seed = seedOf(brief, 0, at)
    const base = soloBase(analysis, sectionBrief(analysis, { ...brief, locked }, section), [seed])
    const steps = plansOf(analysis, base, seed, brief.avoid ?? [])
    for (;;) {
      const step = steps.next()
      if (step.done) return step.value
    }
  })

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
    // Exactly one triplet comes in the first section.
    ...(brief.triplets === 'one' && section.from !== brief.stretch.from ? { triplets: 'none' as const } : {}),
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

/** The plans of one section, written and scored, the best one first. */
function* plansOf(
  analysis: Analysis,
  base: SoloBase,
  lineSeed: number,
  others: readonly Line[],
): Generator<void, readonly Candidate[], void> {
  const task = soloTask(base, lineSeed)
  const { brief } = base
  const bars = brief.stretch.to - brief.stretch.from + 1
  const plans = brief.phrases ? 1 : PLANS.find(([most]) => bars <= most)![1]
  const tried: Candidate[] = []
  while (tried.length < plans || (tried.length < plans + MORE_TRIES && tried[0]!.again)) {
    const seed = lineSeed * 101 + tried.length * 7927
    const plan = planFor(task, seed)
    const solo = yield* writing(task, plan, seed)
    yield
    const few = yield* withFewEnclosures(analysis, task, solo)
    const asked = withAsked(analysis, task, few)
    tried.push(judged(analysis, task, asked.solo, asked.missed, others))
    tried.sort((a, b) => b.score - a.score)
    yield
  }
  return tried
}

/** A line with its score; what it misses of the brief and what it shares with others count against it. */
const judged = (
  analysis: Analysis,
  task: SoloTask,
  solo: Solo,
  absent: readonly Reason[],
  others: readonly Line[],
): Candidate => {
  const { brief } = task
  const { phrases, cost } = solo
  const notes = phrases.flatMap((phrase) => phrase.notes)
  const line = withLocked(analysis, notes, brief.locked ?? [])
  const alike = likest(line, others)
  const missed = [...absent, ...neverUsed(analysis, brief, line)]
  const isAlike = alike > 1 - (brief.apart ?? APART)
  if (isAlike) missed.push(reason('line.alike', Math.round(100 * alike)))
  const worth = worthOfLine(analysis, line, { range: brief.range, changes: brief })
  const manyEnclosures = phraseFigures(analysis, line).enclosuresInARow > MOST_ENCLOSURES
  return {
    line,
    solo,
    task,
    cost,
    missed,
    phrases: phrases.map(phraseOf),
    worth,
    score:
      worth - MISSED * missed.length - 100 * Math.max(0, alike - 0.3) - (manyEnclosures ? NEVER_GIVEN : 0),
    again: isAlike || manyEnclosures,
  }
}

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
