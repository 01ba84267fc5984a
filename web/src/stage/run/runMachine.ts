import {
  advanceGrade,
  type Exercise,
  type Grade,
  type GradeRules,
  type GradeState,
  gradeStep,
  gradeSteps,
  type Judged,
  msToTicks,
  type PlayedNote,
  passAt,
  QUARTER,
  type Source,
  startGrade,
  type Take,
  ticksToMs,
} from '@eager-contour/core'
import { NO_RECORDING, noteEnded, noteStarted, noteTakenBack, type Recording } from '../../input/recording.ts'

export type RunState = 'ready' | 'loading' | 'count-in' | 'playing' | 'paused' | 'done'

export interface SimulatedSettings {
  readonly seed: number
  readonly errorRate: number
  /** The probability that the player hesitates before a note. */
  readonly stopRate?: number
  /** Whether it is played as sound into the microphone's stand-in. */
  readonly aloud: boolean
}

/** Notes earlier than this before the first beat belong to the count-in. */
const COUNT_IN_BEATS = 0.75
/** Notes this early before a bar that starts again belong to it. */
export const EARLY_BEATS = 0.25

/** All that is known of a run. Plain data: what it needs from the clock, the sources and the band comes as events. */
export interface RunData extends Recording {
  readonly state: RunState
  /** What is played, and the thresholds; undefined before the first start. */
  readonly exercise?: Exercise
  readonly rules?: GradeRules
  readonly simulated?: SimulatedSettings
  readonly source: Source
  /** Why it is paused, in words. */
  readonly because?: string
  /** Whether the band is unavailable: the run continues without it. */
  readonly silent: boolean
  /** Where playing starts or continues, in milliseconds from the first beat. */
  readonly fromMs: number
  /** Played during the count-in, while listening, and in bars that were started again: kept with the take, not graded. */
  readonly ungradedNotes: readonly PlayedNote[]
  /** Played in the bar that starts again when the pause ends. */
  readonly repeatedNotes: readonly PlayedNote[]
  readonly grading?: GradeState
  readonly judged: readonly Judged[]
  /** How many asked notes the whole take tells otherwise than was shown while it was played. */
  readonly changed: number
  readonly grade?: Grade
  readonly take?: Take
  /** Milliseconds of latency that were estimated from the run and taken off. */
  readonly estimatedMs?: number
  /** Whether a file was read from its second bar on: its first was a count-in. */
  readonly countedIn?: boolean
}

/** What happens to a run. Times are milliseconds from the first beat; latencies are subtracted here. */
export type RunEvent =
  | {
      readonly type: 'started'
      readonly exercise: Exercise
      readonly rules: GradeRules
      readonly simulated: SimulatedSettings | undefined
    }
  | { readonly type: 'loading'; readonly fromMs: number }
  | { readonly type: 'soundChecked'; readonly silent: boolean }
  | { readonly type: 'countedIn' | 'playing' | 'resumed' }
  /** A note starts; it is held under a name until it ends. */
  | {
      readonly type: 'note'
      readonly note: PlayedNote
      readonly latencyMs: number
      readonly source?: Source
      readonly heldAs?: string
    }
  | { readonly type: 'noteEnded'; readonly heldAs: string; readonly endMs: number }
  /** A note was none: its octave above was played from the beginning. */
  | { readonly type: 'noteTakenBack'; readonly heldAs: string; readonly latencyMs: number }
  | { readonly type: 'time'; readonly ms: number }
  /** Pauses; the bar that starts at `fromMs` will start again. */
  | {
      readonly type: 'paused'
      readonly fromMs: number
      readonly latencyMs: number
      readonly because: string | undefined
    }
  /** Stops before the end: what was played of a bar that was to start again counts after all. */
  | { readonly type: 'stopped'; readonly latencyMs: number }
  | {
      readonly type: 'finished'
      readonly take: Take
      readonly grade: Grade
      readonly estimatedMs?: number
      readonly countedIn?: boolean
    }
  /** The take can't be graded: why, in words. */
  | { readonly type: 'refused'; readonly because: string }

export const NO_RUN: RunData = {
  state: 'ready',
  source: 'screen-keys',
  silent: false,
  fromMs: 0,
  ...NO_RECORDING,
  ungradedNotes: [],
  repeatedNotes: [],
  judged: [],
  changed: 0,
}

/** The run after an event. The same object if nothing changed. */
export const runReducer = (run: RunData, event: RunEvent): RunData => {
  switch (event.type) {
    case 'started': {
      const { exercise, rules, simulated } = event
      return {
        ...NO_RUN,
        exercise,
        rules,
        ...(simulated ? { simulated } : {}),
        source: !simulated ? 'screen-keys' : simulated.aloud ? 'microphone' : 'simulated',
        silent: run.silent,
        grading: startGrade(exercise, rules),
      }
    }
    case 'loading': {
      const { because: _because, ...rest } = run
      return { ...rest, state: 'loading', fromMs: event.fromMs }
    }
    case 'soundChecked':
      return { ...run, silent: event.silent }
    case 'countedIn':
      return { ...run, state: 'count-in' }
    case 'playing':
      return { ...run, state: 'playing' }
    case 'resumed':
      return { ...run, ungradedNotes: [...run.ungradedNotes, ...run.repeatedNotes], repeatedNotes: [] }
    case 'note':
      return withNote(run, event)
    case 'noteEnded':
      return noteEnded(run, event.heldAs, event.endMs)
    case 'noteTakenBack': {
      const without = noteTakenBack(run, event.heldAs)
      return without === run ? run : regraded(without, without.notes, event.latencyMs)
    }
    case 'time':
      return run.grading ? withGrading(run, advanceGrade(run.grading, event.ms)) : run
    case 'paused': {
      // From the beginning the pickup is played again, too.
      const edge =
        event.fromMs === 0
          ? Number.NEGATIVE_INFINITY
          : event.fromMs + event.latencyMs - beatsMs(run, EARLY_BEATS)
      const stays = ({ onsetMs }: PlayedNote) => onsetMs < edge
      return {
        ...regraded(run, run.notes.filter(stays), event.latencyMs),
        state: 'paused',
        fromMs: event.fromMs,
        repeatedNotes: [...run.repeatedNotes, ...run.notes.filter((note) => !stays(note))],
        held: {},
        ...(event.because === undefined ? {} : { because: event.because }),
      }
    }
    case 'stopped': {
      const stopped = { ...run, state: 'ready', repeatedNotes: [] } as const
      return run.repeatedNotes.length === 0
        ? stopped
        : regraded(stopped, [...run.notes, ...run.repeatedNotes], event.latencyMs)
    }
    case 'finished':
      return {
        ...run,
        state: 'done',
        take: event.take,
        grade: event.grade,
        judged: event.grade.judged,
        // With another latency all verdicts are new.
        changed: event.estimatedMs === undefined ? differences(run.judged, event.grade.judged) : 0,
        ...(event.estimatedMs === undefined ? {} : { estimatedMs: event.estimatedMs }),
        ...(event.countedIn ? { countedIn: true } : {}),
      }
    case 'refused':
      return { ...run, state: 'ready', because: event.because }
  }
}

/** Asked notes whose verdict while playing isn't the one of the whole take. */
const differences = (live: readonly Judged[], whole: readonly Judged[]): number => {
  const shown = new Map(live.map(({ expected, verdict }) => [expected, verdict]))
  return whole.filter(
    ({ expected, verdict }) =>
      expected !== undefined && shown.has(expected) && shown.get(expected) !== verdict,
  ).length
}

const beatsMs = ({ exercise }: RunData, beats: number): number =>
  exercise ? ticksToMs(QUARTER * beats, exercise.spec.tempo) : 0

const onTime = (note: PlayedNote, latencyMs: number): PlayedNote => ({
  ...note,
  onsetMs: note.onsetMs - latencyMs,
})

const withGrading = (run: RunData, grading: GradeState): RunData =>
  grading === run.grading ? run : { ...run, grading, judged: grading.judged }

const withNote = (run: RunData, event: Extract<RunEvent, { readonly type: 'note' }>): RunData => {
  const { note, latencyMs, source, heldAs } = event
  const from = !source || (run.simulated && source !== 'microphone') ? run : { ...run, source }
  const atMs = note.onsetMs - latencyMs
  if (
    !run.grading ||
    atMs < run.fromMs - pickupMs(run) - beatsMs(run, COUNT_IN_BEATS) ||
    listensAt(run, atMs)
  )
    return { ...from, ungradedNotes: [...run.ungradedNotes, note] }
  return withGrading(noteStarted(from, note, heldAs), gradeStep(run.grading, onTime(note, latencyMs)))
}

/** How long before the first beat the exercise begins. */
const pickupMs = ({ exercise, fromMs }: RunData): number =>
  exercise && fromMs === 0
    ? -ticksToMs(Math.min(0, exercise.expected[0]?.start ?? 0), exercise.spec.tempo)
    : 0

/** Whether the application plays at a moment, and the player listens. */
const listensAt = ({ exercise }: RunData, ms: number): boolean =>
  exercise !== undefined && passAt(exercise, msToTicks(ms, exercise.spec.tempo)).listens

/** The run with other notes, graded from its beginning. */
const regraded = (run: RunData, notes: readonly PlayedNote[], latencyMs: number): RunData => {
  if (!run.exercise) return { ...run, notes }
  const grading = gradeSteps(
    startGrade(run.exercise, run.rules),
    notes.map((note) => onTime(note, latencyMs)),
  )
  return { ...run, notes, grading, judged: grading.judged }
}
