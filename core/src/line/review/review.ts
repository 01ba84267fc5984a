import type { Reason } from '../../outcome/reasons.ts'
import { QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { barStarts } from '../../tune/chart/chart.ts'
import { analyseLine, barAt } from '../explain/analysedLine.ts'
import { explainLine } from '../explain/explain.ts'
import type { Line } from '../notes/line.ts'
import { CRITERION_IDS, type Criterion, overall, type Scores, scoresOf } from './criteria.ts'
import { fixesFor } from './fix.ts'
import { type Measures, measureLine } from './measure.ts'
import { PRAISES } from './praises.ts'
import { type AnalysedLine, type ReviewView, RULES } from './rules.ts'

export type { Measures } from './measure.ts'

/**
 * Counts what can be counted in any line over an analysis.
 *
 * @example measured(analysis, line).notes // 9
 */
export const measured = (analysis: Analysis, line: Line): Measures => {
  const notes = analyseLine(analysis, line)
  return measureLine(analysis, line, notes, explainLine(analysis, line, notes))
}

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
  }
}

/** The total score alone, 0 to 100. */
export const scoreLine = (analysis: Analysis, line: Line, view: ReviewView = {}): number => {
  const analysedLine = heardLine(analysis, line, view)
  return overall(scored(analysedLine, findingsOf(analysedLine)))
}

const heardLine = (analysis: Analysis, line: Line, view: ReviewView): AnalysedLine => {
  const notes = analyseLine(analysis, line)
  const starts = barStarts(analysis.chart)
  const bars =
    notes.length === 0
      ? 0
      : barAt(starts, notes.at(-1)!.start) - barAt(starts, Math.max(0, notes[0]!.start)) + 1
  return { analysis, notes, explanation: explainLine(analysis, line, notes), view, bars }
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
  scoresOf(weighed(findings), analysedLine.bars)

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
  const before = near(line)
  const guessed = lines.map((one) => {
    const after = near(one)
    const changed: Weights = {}
    for (const id of CRITERION_IDS)
      changed[id] = Math.max(0, (all[id] ?? 0) - (before[id] ?? 0) + (after[id] ?? 0))
    return { line: one, guess: overall(scoresOf(changed, bars)) }
  })
  for (const { line: changed } of guessed.sort((a, b) => b.guess - a.guess).slice(0, JUDGED)) {
    const raised = scoreLine(analysis, changed, view)
    if (raised > score + 1e-9) return { line: changed, score: raised }
  }
  return undefined
}

/** How many of the likeliest changes are reviewed in the whole line. */
const JUDGED = 3
