import { type Reason, type RuleArguments, type RuleId, type RuleOf, reason } from '../../outcome/reasons.ts'
import { guideTones } from '../../theory/chord/chord.ts'
import { degreeSemitones } from '../../theory/pitch/degree.ts'
import { OCTAVE } from '../../theory/pitch/interval.ts'
import { barTicks } from '../../theory/rhythm/meter.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import type { ChangesWish } from '../changes/playedChanges.ts'
import type { AnalysedNote } from '../explain/analysedLine.ts'
import type { Explanation } from '../explain/explanation.ts'
import { aboveRoot, isSharpEleventh } from '../figures/harmony.ts'
import { type CurvePoint, heightAt } from '../notes/curve.ts'
import { LEAP, LONGEST_RUN, mostShapes } from '../notes/limits.ts'
import { intervalsOf, phrasesOf, runsOf, shapesOf } from '../notes/shapes.ts'
import type { Criterion } from './criteria.ts'
import { isAnswered, isColourOf, isResolved, leadsHome, RESTING_DEGREES } from './measure.ts'

/** What the player asked of the line, where that is known. */
export interface ReviewView {
  /** Sounding MIDI numbers. */
  readonly range?: {
    readonly low: number
    readonly comfortLow: number
    readonly comfortHigh: number
    readonly high: number
  }
  readonly approach?: 'key' | 'chords' | 'both'
  /** The contour that the line should follow on its strong beats. */
  readonly curve?: readonly CurvePoint[]
  /** The number of bars after which a rest must come. */
  readonly breathBars?: number
  /** Other chords that were asked for. */
  readonly changes?: ChangesWish
  /** The number of findings, the heaviest, that get a fix; 12 if left out. */
  readonly fixes?: number
}

/** A line with everything that the rules look at. */
export interface AnalysedLine {
  readonly analysis: Analysis
  readonly notes: readonly AnalysedNote[]
  readonly explanation: Explanation
  readonly view: ReviewView
  readonly bars: number
}

/** Where something was found (first and last note), and the arguments of its sentence. */
export interface Found<R extends RuleId> {
  readonly from: number
  readonly to: number
  readonly args: RuleArguments[R]
}

/** Where a rule found something, and the reason. */
interface Place {
  readonly from: number
  readonly to: number
  readonly why: Reason
}

export interface Rule {
  readonly criterion: Criterion
  readonly find: (analysedLine: AnalysedLine) => readonly Place[]
}

export interface FindingRule extends Rule {
  readonly weight: number
}

/** A row of the tables of findings and praise: what is found is worded by the rule's sentence. */
export const ruleRow = <R extends RuleOf<'find' | 'praise'>>(
  rule: R,
  criterion: Criterion,
  find: (analysedLine: AnalysedLine) => readonly Found<R>[],
): Rule => ({
  criterion,
  find: (analysedLine) =>
    find(analysedLine).map(({ from, to, args }) => ({ from, to, why: reason(rule, ...args) as Reason })),
})

const BREATH_BARS = 4
const PLAIN = { notes: 14, steps: 0.88, compass: 5 } as const
const DENSE = { notes: 11, bars: 2 } as const
/** Half steps away from the contour. */
const FAR = 6

/** What is found in a single note. */
export const at = <Args extends readonly unknown[]>(index: number, ...args: Args) => ({
  from: index,
  to: index,
  args,
})

export const symbolAt = ({ analysis }: AnalysedLine, chord: number): string =>
  analysis.spans[chord]!.chord.symbol

const barLength = ({ analysis }: AnalysedLine): Ticks => barTicks(analysis.chart.meter)

/** Not a chord tone, held on a strong beat or left by leap, where the scale avoids it or doesn't have it. */
const clashes = (analysedLine: AnalysedLine): readonly Found<'find.clash'>[] =>
  analysedLine.notes.flatMap((note) => {
    if (note.isTone || note.strength < 2 || note.harmony.kind === 'none') return []
    if (isSharpEleventh(note.harmony, note.midi)) return []
    const heard = analysedLine.explanation.notes[note.index]!
    const { role, degree, chord } = heard
    const next = analysedLine.notes[note.index + 1]
    const goesOn = next !== undefined && next.start === note.end && Math.abs(next.midi - note.midi) <= 2
    if (
      role === 'delay' ||
      role === 'anticipation' ||
      isColourOf(heard) ||
      (goesOn && note.end - note.start <= EIGHTH)
    )
      return []
    const reading = analysedLine.analysis.readings[note.chord]!
    const avoided = reading.avoid.some((one) => degreeSemitones(one) === aboveRoot(note.harmony, note.midi))
    return avoided || !note.isScale ? [at(note.index, degree, symbolAt(analysedLine, chord))] : []
  })

const unresolved = (analysedLine: AnalysedLine): readonly Found<'find.unresolved'>[] =>
  analysedLine.notes.flatMap((note) => {
    const reading = analysedLine.explanation.notes[note.index]!
    return note.isScale ||
      note.isTone ||
      isSharpEleventh(note.harmony, note.midi) ||
      note.coming ||
      leadsHome(reading) ||
      isColourOf(reading) ||
      note.heldInto !== undefined ||
      note.harmony.kind === 'none' ||
      isResolved(analysedLine.notes, note.index)
      ? []
      : [at(note.index, reading.degree, symbolAt(analysedLine, reading.chord))]
  })

/** A chord of half a bar or more over which the line has three or more notes but no guide tone. */
const passedOver = (analysedLine: AnalysedLine): readonly Found<'find.passedOver'>[] => {
  const found: Found<'find.passedOver'>[] = []
  let from = 0
  for (let index = 1; index <= analysedLine.notes.length; index += 1) {
    const chord = analysedLine.notes[from]!.chord
    if (analysedLine.notes[index]?.chord === chord) continue
    const span = analysedLine.analysis.spans[chord]!
    const guides = guideTones(span.chord).map(({ degree }) => degree)
    const plays = analysedLine.notes.slice(from, index)
    const before = from === 0 ? undefined : analysedLine.notes[from - 1]!
    const early = before?.heldInto === chord
    if (
      plays.length >= 3 &&
      guides.length > 0 &&
      span.end - span.start >= 2 * QUARTER &&
      !early &&
      plays.every(({ isGuide }) => !isGuide)
    )
      found.push({ from, to: index - 1, args: [span.chord.symbol, guides] })
    from = index
  }
  return found
}

const jumps = (analysedLine: AnalysedLine): readonly Found<'find.jump'>[] =>
  analysedLine.explanation.joins.flatMap(({ from, to, chord, semitones }) =>
    Math.abs(semitones) >= 5 && analysedLine.notes[to]!.start - analysedLine.notes[from]!.end < EIGHTH
      ? [{ from, to, args: [Math.abs(semitones), symbolAt(analysedLine, chord)] }]
      : [],
  )

const aimlessRuns = ({ notes }: AnalysedLine): readonly Found<'find.run'>[] =>
  runsOf(notes).flatMap(([from, to]) =>
    to - from + 1 > LONGEST_RUN ? [{ from, to, args: [to - from + 1] }] : [],
  )

const openLeaps = ({ notes }: AnalysedLine): readonly Found<'find.leap'>[] =>
  intervalsOf(notes).flatMap(({ to, size }) =>
    Math.abs(size) >= LEAP && !isAnswered(notes, to) ? [{ from: to - 1, to, args: [Math.abs(size)] }] : [],
  )

const wornShapes = ({ notes, bars }: AnalysedLine): readonly Found<'find.shape'>[] =>
  [...shapesOf(notes).values()]
    .filter((places) => places.length > mostShapes(bars))
    .map((places) => ({ from: places.at(-1)!, to: places.at(-1)! + 3, args: [places.length] }))

const twice = ({ notes }: AnalysedLine): readonly Found<'find.twice'>[] =>
  intervalsOf(notes).flatMap(({ to, size }) => {
    const before = notes[to - 1]!
    const moves = before.chord !== notes[to]!.chord || before.end - before.start > EIGHTH
    return size === 0 && !moves ? [{ from: to - 1, to, args: [] }] : []
  })

/** A long line that is nearly all steps, or that stays in one place. */
const tooPlain = ({ notes, bars }: AnalysedLine): readonly Found<'find.plain'>[] => {
  const intervals = intervalsOf(notes)
  if (notes.length < PLAIN.notes || bars < 2) return []
  const steps = intervals.filter(({ size }) => Math.abs(size) <= 2).length / Math.max(1, intervals.length)
  const heights = notes.map(({ midi }) => midi)
  const compass = Math.max(...heights) - Math.min(...heights)
  const whole = { from: 0, to: notes.length - 1 }
  if (compass <= PLAIN.compass) return [{ ...whole, args: ['compass', compass] }]
  return steps >= PLAIN.steps ? [{ ...whole, args: ['steps', Math.round(100 * steps)] }] : []
}

const tooDense = ({ notes, bars }: AnalysedLine): readonly Found<'find.dense'>[] =>
  bars >= DENSE.bars && notes.length / bars > DENSE.notes
    ? [{ from: 0, to: notes.length - 1, args: [Math.round(notes.length / bars)] }]
    : []

const noBreath = (analysedLine: AnalysedLine): readonly Found<'find.breath'>[] => {
  const most = analysedLine.view.breathBars ?? BREATH_BARS
  return phrasesOf(analysedLine.notes).flatMap(([from, to]) => {
    const bars = (analysedLine.notes[to]!.end - analysedLine.notes[from]!.start) / barLength(analysedLine)
    return bars > most + 0.5 ? [{ from, to, args: [Math.round(bars * 10) / 10] }] : []
  })
}

const outOfRange = ({ notes, view: { range } }: AnalysedLine): readonly Found<'find.range'>[] =>
  range
    ? notes.flatMap(({ index, midi }) =>
        midi < range.low || midi > range.high ? [at(index, midi < range.low ? 'low' : 'high')] : [],
      )
    : []

/** Leaps of more than an octave in eighths or faster. */
const hardToFinger = ({ notes }: AnalysedLine): readonly Found<'find.finger'>[] =>
  intervalsOf(notes).flatMap(({ to, size }) =>
    Math.abs(size) > OCTAVE && notes[to]!.start - notes[to - 1]!.start <= EIGHTH
      ? [{ from: to - 1, to, args: [Math.abs(size)] }]
      : [],
  )

const openEnd = (analysedLine: AnalysedLine): readonly Found<'find.end'>[] => {
  const last = analysedLine.notes.at(-1)
  if (!last || last.harmony.kind === 'none') return []
  const { degree, chord } = analysedLine.explanation.notes[last.index]!
  return last.isScale && RESTING_DEGREES.includes(degree)
    ? []
    : [at(last.index, degree, symbolAt(analysedLine, chord))]
}

const openPhrases = (analysedLine: AnalysedLine): readonly Found<'find.phraseEnd'>[] =>
  phrasesOf(analysedLine.notes)
    .slice(0, -1)
    .flatMap(([, index]) => {
      const note = analysedLine.notes[index]!
      const { degree, chord } = analysedLine.explanation.notes[index]!
      const next = analysedLine.notes[index + 1]!
      const goesOn = next.isTone && next.start - note.end < QUARTER && Math.abs(next.midi - note.midi) <= 2
      // The ♯11 is a Lydian chord's own colour.
      const rests = goesOn || RESTING_DEGREES.includes(degree) || (degree === '#11' && note.isScale)
      return note.harmony.kind === 'none' || note.isTone || rests
        ? []
        : [at(index, degree, symbolAt(analysedLine, chord))]
    })

/**
 * Strong notes that aren't chord tones, in a line based on chords; notes outside the key, in a line based on the key.
 */
const offApproach = (analysedLine: AnalysedLine): readonly Found<'find.approach'>[] => {
  const { approach = 'both' } = analysedLine.view
  if (approach === 'both') return []
  return analysedLine.notes.flatMap((note) => {
    const off =
      approach === 'chords' ? note.strength === 2 && !note.isTone : !note.isScale && note.strength > 0
    return off && note.harmony.kind !== 'none' ? [at(note.index, approach)] : []
  })
}

const offContour = ({ notes, view: { curve: points } }: AnalysedLine): readonly Found<'find.contour'>[] => {
  if (!points || points.length === 0) return []
  return notes.flatMap((note) => {
    if (note.strength < 2) return []
    const height = heightAt(points, note.start)
    return Math.abs(height - note.midi) > FAR ? [at(note.index, Math.round(note.midi - height))] : []
  })
}

/** What a teacher would stop at, with its weight (common practice, no source). */
export const RULES: readonly FindingRule[] = [
  { ...ruleRow('find.clash', 'harmony', clashes), weight: 2 },
  { ...ruleRow('find.unresolved', 'resolution', unresolved), weight: 2 },
  { ...ruleRow('find.passedOver', 'connection', passedOver), weight: 1 },
  { ...ruleRow('find.jump', 'connection', jumps), weight: 1 },
  { ...ruleRow('find.run', 'direction', aimlessRuns), weight: 1.5 },
  { ...ruleRow('find.leap', 'direction', openLeaps), weight: 1 },
  { ...ruleRow('find.shape', 'idea', wornShapes), weight: 1 },
  { ...ruleRow('find.twice', 'idea', twice), weight: 0.5 },
  { ...ruleRow('find.plain', 'idea', tooPlain), weight: 2 },
  { ...ruleRow('find.dense', 'phrasing', tooDense), weight: 1.5 },
  { ...ruleRow('find.breath', 'phrasing', noBreath), weight: 2 },
  { ...ruleRow('find.range', 'register', outOfRange), weight: 2 },
  { ...ruleRow('find.finger', 'register', hardToFinger), weight: 1 },
  { ...ruleRow('find.end', 'ending', openEnd), weight: 2 },
  { ...ruleRow('find.phraseEnd', 'ending', openPhrases), weight: 0.7 },
  { ...ruleRow('find.approach', 'wish', offApproach), weight: 0.7 },
  { ...ruleRow('find.contour', 'wish', offContour), weight: 2 },
]
