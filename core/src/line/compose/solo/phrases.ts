import { EIGHTH, QUARTER } from '../../../theory/rhythm/ticks.ts'
import type { PhrasePart } from '../brief.ts'
import type { StyleRow } from './styles.ts'

/** One phrase of a plan, in eighths from the start of the stretch. */
export interface PlannedPhrase {
  readonly part: PhrasePart
  /** Its first and its last note. */
  readonly begin: number
  readonly end: number
  /** How far both may move to suit the notes. */
  readonly loose: number
  /** The phrase that it comes from, by its place in the plan. */
  readonly from?: number
  readonly endOff?: boolean
  /** Heights from 0, the low end of the comfortable range, to 1; and where its top is, from 0 to 1 of its length. */
  readonly heights: Heights
  readonly topAt: number
}

interface Heights {
  readonly first: number
  readonly top: number
  readonly last: number
}

/** How a player turns the plan: 1 is usual. */
export interface PlanTurns {
  readonly space?: number
  readonly length?: number
  readonly repeats?: number
  /** The longest phrase, in eighths. */
  readonly longest?: number
  readonly shortest?: number
}

const drawn = <T>(random: () => number, rows: readonly (readonly [T, number])[]): T => {
  const sum = rows.reduce((total, [, weight]) => total + weight, 0)
  let at = random() * sum
  for (const [value, weight] of rows) {
    at -= weight
    if (at <= 0) return value
  }
  return rows.at(-1)![0]
}

/** Where in a bar of 4/4 a phrase likes to begin, by eighths: off the beat and late rather than on 1. */
const BEGINS = [0.2, 1.1, 0.7, 1.2, 0.55, 1.2, 0.7, 0.9]

/** Silence before the first phrase, in eighths. */
const FIRST_SILENCE: readonly (readonly [number, number])[] = [
  [0, 1.6],
  [1, 4],
  [2, 1.5],
  [3, 0.8],
  [4, 0.3],
  [5, 0.3],
  [6, 0.2],
]

/** The high point of a solo, as a share of its phrases. */
const HIGH_POINT = [0.5, 0.8] as const
/** Fewer eighths than this at the end are no phrase of their own. */
const LEAST_LEFT = 7
/** The last phrase ends fewer eighths than this before the end; in an etude of eighths. */
const EARLY = 4
const EARLY_EVEN = 2
/** A phrase is at least this many eighths long. */
const LEAST = 6
/** What an eighth of a phrase's end may move. */
const LOOSE = 2

/** Begins and ends of phrases in a stretch of eighths, first and last inside. */
const drawSpans = (
  { from, to, bar }: { readonly from: number; readonly to: number; readonly bar: number },
  { lengths, silences, firstSilence = FIRST_SILENCE, even }: StyleRow,
  random: () => number,
  { space = 1, length = 1, longest = Number.POSITIVE_INFINITY, shortest = 0 }: PlanTurns,
): readonly { readonly begin: number; readonly end: number }[] => {
  const spans: { begin: number; end: number }[] = []
  const most = to - from + 1
  let begin = from + Math.min(drawn(random, firstSilence), Math.max(0, most - 4))
  while (begin < to) {
    const wanted = Math.round((drawn(random, lengths) * length * QUARTER) / EIGHTH)
    const eighths = Math.max(LEAST, Math.min(Math.max(wanted, shortest), longest))
    let end = begin + eighths - 1
    if (to + 1 - end < LEAST_LEFT)
      end = Math.min(end, to - Math.floor(random() * (even ? EARLY_EVEN : EARLY)))
    spans.push({ begin, end: Math.max(begin + 2, Math.min(end, to)) })
    if (to + 1 - end < LEAST_LEFT) break
    const options = silences.map(([silence, weight]) => {
      const rest = Math.max(1, Math.round(((silence * QUARTER) / EIGHTH) * space))
      const place = (end + 1 + rest) % bar
      return [rest, weight * (BEGINS[Math.floor((place * 8) / bar)] ?? 1)] as const
    })
    begin = end + 1 + drawn(random, options)
  }
  return spans.filter((span) => span.end <= to)
}

/**
 * Draws the phrases of a solo over a stretch of eighths: where each begins and ends, the silence after it, its part in the
 * story, its heights. The highest phrase comes late rather than early.
 */
export const drawPhrases = (
  stretch: { readonly from: number; readonly to: number; readonly bar: number },
  style: StyleRow,
  random: () => number,
  turns: PlanTurns = {},
): readonly PlannedPhrase[] => {
  const story = style.stories[Math.floor(random() * style.stories.length)]!
  const spans = drawSpans(stretch, style, random, turns)
  const highest = Math.round(
    (spans.length - 1) * (HIGH_POINT[0] + random() * (HIGH_POINT[1] - HIGH_POINT[0])),
  )
  const { repeats = 1 } = turns
  let idea: number | undefined
  return spans.map(({ begin, end }, index) => {
    let part: PhrasePart = story[index % story.length]!
    const isLast = index === spans.length - 1 && spans.length > 1
    if (part === 'free' && idea !== undefined && random() < (repeats - 1) / 2) part = 'moved'
    if (returns(part) && (idea === undefined || random() > repeats))
      part = idea === undefined ? 'idea' : 'free'
    if (isLast) part = 'close'
    const from = idea
    if (part === 'idea') idea = index
    const near = 1 - Math.min(1, Math.abs(index - highest) / Math.max(1, spans.length - 1))
    const top = index === highest ? 0.92 + 0.08 * random() : 0.45 + 0.3 * near + 0.12 * random()
    const falls = random()
    return {
      part,
      begin,
      end,
      loose: LOOSE,
      ...((returns(part) || part === 'close') && from !== undefined && random() < closesOn(part, repeats)
        ? { from }
        : {}),
      endOff: random() < 0.55,
      heights: {
        first: Math.max(0.1, top - 0.15 - 0.35 * random()),
        top,
        last: Math.max(0.1, top - (falls < 0.3 ? 0.1 : 0.25 + 0.3 * random())),
      },
      topAt: 0.3 + 0.5 * random(),
    }
  })
}

/** How often a close takes up the idea; what returns always does. */
const closesOn = (part: PhrasePart, repeats: number): number => (part === 'close' ? 0.4 * repeats : 1)

const returns = (part: PhrasePart): boolean => part === 'moved' || part === 'restated' || part === 'answer'
