import type { Reason } from '../../outcome/reasons.ts'
import { QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { barStarts } from '../../tune/chart/chart.ts'
import { barAt, hearLine } from '../explain/analysedLine.ts'
import { explainNotes } from '../explain/explain.ts'
import type { Line } from '../notes/line.ts'
import { CRITERION_IDS, type Criterion, overall, type Scores, scoresOf } from './criteria.ts'
import { fixesFor } from './fix.ts'
import { earnedBy } from './merits/merits.ts'
import { phrasingOf } from './phrasing.ts'
import { PRAISES } from './praises.ts'
import { type AnalysedLine, type ReviewView, RULES } from './rules.ts'

/** Something that a reviewer says about a line. */
export interface Finding {
  readonly criterion: Criterion
  /** First and last note, by their indexes in the line. */
  readonly from: number
  readonly to: number
  /** The bar of the tune that it starts in, from 0. */
  readonly bar: number
  readonly weight: number
  readonly why: Reason
  /** A changed line, and its score, which is higher. */
  readonly fix?: Fix
}

interface Fix {
  readonly line: Line
  readonly score: number
}

type Praise = Omit<Finding, 'weight' | 'fix'>

export interface Review {
  /** Sorted by weight, heaviest first. */
  readonly findings: readonly Finding[]
  readonly praises: readonly Praise[]
  /** 0 to 100 by criterion. */
  readonly scores: Scores
  /** 0 to 100, comparable between lines of different length. */
  readonly score: number
  /** Whether there is enough to judge: four bars and a dozen notes. */
  readonly judged: boolean
  /** The criterion that stands out, where one does. */
  readonly strength?: Criterion
}

/** The number of findings, the heaviest, that get a fix. */
const MOST_FIXES = 12

/**
 * Reviews any line: findings, each with its place, its reason, its weight and, if one is found, a fix that raises the
 * score; praise, once each; scores from 0 to 100 by criterion and in total. An empty line has no findings and the
 * full score.
 * @param analysis the changes, at the line's pitch
 * @param line any line
 * @param view the instrument's range and what the player asked for, where known
 * @returns findings by weight, praise and scores
 * @example reviewLine(analysis, line).findings[0]?.why
 */
export const reviewLine = (analysis: Analysis, line: Line, view: ReviewView = {}): Review => {
  const analysedLine = heardLine(analysis, line, view)
  const findings = findingsOf(analysedLine)
  const scores = scored(analysedLine, findings)
  const score = overall(scores)
  return {
    findings: findings.map((finding, place) => {
      const fix =
        place < (view.fixes ?? MOST_FIXES) ? fixOf(analysedLine, line, findings, finding, score) : undefined
      return fix ? { ...finding, fix } : finding
    }),
    praises: praisesOf(analysedLine),
    scores,
    score,
    judged: isJudged(analysedLine),
    ...(isJudged(analysedLine) ? strengthOf(scores) : {}),
  }
}

/** What a review needs to tell how good a line is. */
const LEAST_BARS = 4
const LEAST_NOTES = 12
/** A strength reaches this score at least. */
const STRONG = 85
/** What a line is praised for, the rarer first: many lines have good harmony, few an idea. */
const STRENGTHS: readonly Criterion[] = [
  'idea',
  'phrasing',
  'direction',
  'connection',
  'rhythm',
  'register',
  'resolution',
  'harmony',
  'ending',
]

/** The criterion that stands out: the highest, the rarer where two are alike. */
const strengthOf = (scores: Scores): { readonly strength?: Criterion } => {
  const best = STRENGTHS.reduce((found, id) => (scores[id] > scores[found] + 1 ? id : found))
  return scores[best] >= STRONG ? { strength: best } : {}
}

/** The total score alone, 0 to 100. */
export const scoreLine = (analysis: Analysis, line: Line, view: ReviewView = {}): number => {
  const analysedLine = heardLine(analysis, line, view)
  return overall(scored(analysedLine, findingsOf(analysedLine)))
}

/** How good a line is, 0 to 100, however short it is: what the composer compares lines by. */
export const worthOfLine = (analysis: Analysis, line: Line, view: ReviewView = {}): number => {
  const analysedLine = heardLine(analysis, line, view)
  const weights = weighed(findingsOf(analysedLine))
  return overall(scoresOf(earnedIn(analysedLine), weights, analysedLine.bars))
}

const heardLine = (analysis: Analysis, line: Line, view: ReviewView): AnalysedLine => {
  const heard = hearLine(analysis, line, view.changes)
  const { notes } = heard
  const starts = barStarts(analysis.chart)
  const bars =
    notes.length === 0
      ? 0
      : barAt(starts, notes.at(-1)!.start) - barAt(starts, Math.max(0, notes[0]!.start)) + 1
  return { analysis: heard.changes, notes, explanation: explainNotes(heard, line), view, bars }
}

const findingsOf = (analysedLine: AnalysedLine): readonly Finding[] => {
  const starts = barStarts(analysedLine.analysis.chart)
  return RULES.flatMap(({ criterion, weight, find }) =>
    find(analysedLine).map(({ from, to, why }) => ({
      criterion,
      from,
      to,
      bar: barAt(starts, Math.max(0, analysedLine.notes[from]!.start)),
      weight,
      why,
    })),
  ).sort((a, b) => b.weight - a.weight || a.from - b.from)
}

const praisesOf = (analysedLine: AnalysedLine): readonly Praise[] => {
  const starts = barStarts(analysedLine.analysis.chart)
  return PRAISES.flatMap(({ criterion, find }) => {
    const [first] = find(analysedLine)
    if (!first) return []
    const { from, to, why } = first
    const bar = barAt(starts, Math.max(0, analysedLine.notes[from]!.start))
    return [{ criterion, from, to, bar, why }]
  })
}

type Weights = Partial<Record<Criterion, number>>

const weighed = (findings: readonly Finding[]): Weights => {
  const weights: Weights = {}
  for (const { criterion, weight } of findings) weights[criterion] = (weights[criterion] ?? 0) + weight
  return weights
}

const scored = (analysedLine: AnalysedLine, findings: readonly Finding[]): Scores =>
  scoresOf(isJudged(analysedLine) ? earnedIn(analysedLine) : FULL, weighed(findings), analysedLine.bars)

/** Whether there is enough to tell how good a line is. */
const isJudged = ({ notes, bars }: AnalysedLine): boolean => bars >= LEAST_BARS && notes.length >= LEAST_NOTES

/** Short lines are only told their faults. */
const FULL = Object.fromEntries(CRITERION_IDS.map((id) => [id, 1])) as unknown as Readonly<
  Record<Criterion, number>
>

/** What the line has earned by criterion, from 0 to 1. */
const earnedIn = ({ analysis, notes, explanation }: AnalysedLine): Readonly<Record<Criterion, number>> => {
  const starts = barStarts(analysis.chart)
  const stretch =
    notes.length === 0
      ? { from: 0, to: 0 }
      : {
          from: barAt(starts, Math.max(0, notes[0]!.start)),
          to: barAt(starts, Math.max(0, notes.at(-1)!.start)),
        }
  const phrasing = phrasingOf(analysis, notes, explanation, stretch)
  return Object.fromEntries(
    CRITERION_IDS.map((id) => [id, earnedBy({ notes, explanation, phrasing }, id)]),
  ) as unknown as Readonly<Record<Criterion, number>>
}

/** The ticks before and after a finding that are reviewed again with each change; a change must not reach farther. */
const NEARBY = 2 * 4 * QUARTER

/**
 * The change that raises the score most. Changes are first compared in the neighbourhood of the finding; the best
 * ones are then reviewed in the whole line, so that a fix never lowers the score.
 */
const fixOf = (
  analysedLine: AnalysedLine,
  line: Line,
  findings: readonly Finding[],
  finding: Finding,
  score: number,
): Fix | undefined => {
  const { analysis, view, bars } = analysedLine
  const lines = fixesFor(analysedLine, line, finding)
  const start = analysedLine.notes[finding.from]!.start - NEARBY
  const end = analysedLine.notes[finding.to]!.end + NEARBY
  const near = (one: Line): Weights => {
    const notes = one.notes.filter((note) => note.start >= start && note.start < end)
    return weighed(findingsOf(heardLine(analysis, { notes }, view)))
  }
  const all = weighed(findings)
  const earned = isJudged(analysedLine) ? earnedIn(analysedLine) : FULL
  const before = near(line)
  const guessed = lines.map((one) => {
    const after = near(one)
    const changed: Weights = {}
    for (const id of CRITERION_IDS)
      changed[id] = Math.max(0, (all[id] ?? 0) - (before[id] ?? 0) + (after[id] ?? 0))
    return { line: one, guess: overall(scoresOf(earned, changed, bars)) }
  })
  for (const { line: changed } of guessed.sort((a, b) => b.guess - a.guess).slice(0, JUDGED)) {
    const raised = scoreLine(analysis, changed, view)
    if (raised > score + 1e-9) return { line: changed, score: raised }
  }
  return undefined
}

/** How many of the likeliest changes are reviewed in the whole line. */
const JUDGED = 3
