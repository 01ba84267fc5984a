import { type Reason, reason } from '../../../outcome/reasons.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../../theory/rhythm/ticks.ts'
import { type Analysis, chordAt } from '../../../tune/analysis/analysis.ts'
import { barStarts, stretchTicks } from '../../../tune/chart/chart.ts'
import { analyseLine, barAt } from '../../explain/analysedLine.ts'
import type { Line, LineNote } from '../../notes/line.ts'
import { spellNotes, type UnspelledNote } from '../../notes/spell.ts'
import type { Brief } from '../brief.ts'
import { composeLines } from '../compose.ts'
import { ideaOf } from './idea.ts'
import type { PlannedPhrase } from './phrases.ts'
import { type SoloTask, soloBase, soloTask } from './task.ts'
import { writing } from './write.ts'

/**
 * What can be made of some notes of a line (common practice, no source).
 *
 * @example DEVELOPMENTS.map(({ id }) => id).includes('answer') // true
 */
export const DEVELOPMENTS = [
  {
    id: 'answer',
    name: 'Answer this',
    description: 'After a beat: it begins alike or turned over, and ends differently.',
  },
  { id: 'vary', name: 'Develop this', description: 'It begins as it is and goes on in another way.' },
  {
    id: 'move',
    name: 'Move this to the next chord',
    description: 'The same shape on the steps of the next chord.',
  },
  { id: 'decorate', name: 'Decorate this', description: 'These notes stay, with figures between them.' },
  { id: 'shorter', name: 'Say it shorter', description: 'Its first half, to a chord tone.' },
  { id: 'room', name: 'Make room', description: 'Its beginning, then silence.' },
] as const

export type DevelopmentId = (typeof DEVELOPMENTS)[number]['id']

/** The changed line, or why there is none; and what could not be done in it. */
export interface Development {
  readonly line?: Line
  readonly why?: Reason
}

interface Chosen {
  readonly analysis: Analysis
  readonly line: Line
  readonly from: number
  readonly to: number
  readonly brief: Brief
}

/**
 * Makes something of some notes of a line; all other notes stay but those that it takes the place of.
 * @param analysis the tune, at concert pitch
 * @param line the line that has the notes
 * @param range their first and last index
 * @param id what to make of them
 * @param brief the stretch, range, seed and everything asked for
 * @returns the line, or why there is none
 * @example developLine(analysis, line, { from: 0, to: 4 }, 'shorter', { stretch, range, seed: 1, count: 1, breathBars: 4 }).line.notes.length // 7
 */
export const developLine = (
  analysis: Analysis,
  line: Line,
  { from, to }: { readonly from: number; readonly to: number },
  id: DevelopmentId,
  brief: Brief,
): Development => WAYS[id]({ analysis, line, from, to, brief })

const endOf = ({ start, duration }: LineNote): Ticks => start + duration
const onGrid = (tick: Ticks): Ticks => Math.ceil(tick / EIGHTH) * EIGHTH
const NO_ROOM: Development = { why: reason('line.noRoom') }

const WAYS: Readonly<Record<DevelopmentId, (chosen: Chosen) => Development>> = {
  answer: (chosen) => returned(chosen, onGrid(endOf(chosen.line.notes[chosen.to]!)) + QUARTER, 'answer'),
  vary: (chosen) => returned(chosen, chosen.line.notes[chosen.from]!.start, 'answer'),
  move: (chosen) => {
    const begin = overNextChord(chosen)
    return begin === undefined ? NO_ROOM : returned(chosen, begin, 'moved')
  },
  decorate: (chosen) => decorated(chosen),
  shorter: (chosen) => cutTo(chosen, 0.5),
  room: (chosen) => cutTo(chosen, 0.25),
}

/** Where the same place over the next chord is that leaves the notes as they are. */
const overNextChord = ({ analysis, line, from, to }: Chosen): Ticks | undefined => {
  const first = line.notes[from]!
  const here = chordAt(analysis, first.start)
  const after = first.start - here.start
  const free = endOf(line.notes[to]!) + EIGHTH
  const next = analysis.spans.find(
    ({ start, chord }) => start + after >= free && start > here.start && chord.symbol !== here.chord.symbol,
  )
  return next && next.start + after
}

/** The idea of the notes, again from a tick on, in place of what was there. */
const returned = (chosen: Chosen, begin: Ticks, part: PlannedPhrase['part']): Development => {
  const { analysis, line, from, to, brief } = chosen
  const { start: stretchStart, end: stretchEnd } = stretchTicks(analysis.chart, brief.stretch)
  const selected = line.notes.slice(from, to + 1)
  const length = selected.at(-1)!.start - selected[0]!.start
  const lastOnset = begin + length
  if (begin % EIGHTH !== 0 || lastOnset + EIGHTH > stretchEnd) return NO_ROOM
  const until = lastOnset + 2 * EIGHTH
  const inPlace = begin === selected[0]!.start
  const kept = line.notes
    .filter(
      (note, at) =>
        (note.start < begin || note.start >= until + EIGHTH) && !(inPlace && at >= from && at <= to),
    )
    .map((note) => ({
      ...note,
      duration: note.start < begin ? Math.min(note.duration, begin - note.start) : note.duration,
    }))
  const inside = kept.filter(({ start }) => start >= stretchStart && start < stretchEnd)
  const window = { start: begin, end: until }
  const base = soloBase(analysis, {
    ...brief,
    locked: inside,
    rests: [
      { start: stretchStart, end: window.start },
      { start: window.end, end: stretchEnd },
    ],
  })
  const task = soloTask(base, brief.seed)
  const idea = ideaOf(task.ground, selected)
  if (!idea) return { why: reason('line.noIdea') }
  const phrase = phraseFor(task, window.start, lastOnset, part, selected)
  const steps = writing(task, [phrase], brief.seed, { idea, first: selected[0]!.midi })
  let step = steps.next()
  while (!step.done) step = steps.next()
  const notes = step.value.phrases.flatMap((one) => one.notes)
  return notes.length === 0 ? NO_ROOM : { line: spelled(analysis, [...kept, ...notes]) }
}

const phraseFor = (
  { ground, brief: { range } }: SoloTask,
  begin: Ticks,
  lastOnset: Ticks,
  part: PlannedPhrase['part'],
  selected: readonly LineNote[],
): PlannedPhrase => {
  const width = Math.max(1, range.comfortHigh - range.comfortLow)
  const heightOf = (midi: number) => Math.max(0, Math.min(1, (midi - range.comfortLow) / width))
  const top = Math.max(...selected.map(({ midi }) => midi))
  return {
    part,
    begin: (begin - ground.start) / EIGHTH,
    end: Math.floor((lastOnset - ground.start) / EIGHTH),
    loose: 1,
    from: GIVEN,
    heights: {
      first: heightOf(selected[0]!.midi),
      top: heightOf(top),
      last: heightOf(selected.at(-1)!.midi),
    },
    topAt: 0.5,
  }
}

/** The idea comes from outside the plan. */
const GIVEN = -1

/** The notes shortened to an eighth and locked, with the composer's figures between them. */
const decorated = ({ analysis, line, from, to, brief }: Chosen): Development => {
  const { start, end } = stretchTicks(analysis.chart, brief.stretch)
  const selected = line.notes.slice(from, to + 1)
  const [first, last] = [selected[0]!.start, endOf(selected.at(-1)!)]
  const notes = line.notes.map((note, at) =>
    at >= from && at <= to ? { ...note, duration: Math.min(note.duration, EIGHTH) } : note,
  )
  const locked = notes.filter((note) => note.start >= start && note.start < end)
  const [answer] = composeLines(analysis, {
    ...brief,
    rhythm: 'solo',
    locked,
    rests: [
      { start, end: first },
      { start: last, end },
    ],
  }).lines
  if (!answer) return NO_ROOM
  const starts = barStarts(analysis.chart)
  const bars = new Set<number>()
  for (const { start: tick } of selected) bars.add(barAt(starts, tick))
  const known = new Set(locked.map((note) => note.start))
  const empty = [...bars].filter(
    (bar) =>
      !answer.line.notes.some(
        (note) => !known.has(note.start) && note.start >= starts[bar]! && note.start < starts[bar + 1]!,
      ),
  )
  const outside = line.notes.filter((note) => note.start < start || note.start >= end)
  return {
    line: spelled(analysis, [...outside, ...answer.line.notes]),
    ...(empty.length > 0
      ? {
          why: reason(
            'line.notDecorated',
            empty.map((bar) => bar + 1),
          ),
        }
      : {}),
  }
}

/** The first notes up to a chord tone, at least a share of them. */
const cutTo = ({ analysis, line, from, to }: Chosen, share: number): Development => {
  const count = to - from + 1
  if (count < 2) return NO_ROOM
  const heard = analyseLine(analysis, line)
  const least = Math.max(1, Math.ceil(count * share))
  let last = from + least - 1
  while (last < to - 1 && !heard[last]!.isTone) last += 1
  return { line: { notes: line.notes.filter((_, at) => at <= last || at > to) } }
}

const spelled = (analysis: Analysis, notes: readonly UnspelledNote[]): Line =>
  spellNotes(
    analysis,
    notes.map(({ start, duration, midi }) => ({ start, duration, midi })).sort((a, b) => a.start - b.start),
  )
