import {
  type Analysis,
  barStarts,
  type Exercise,
  GRADER,
  type Grade,
  type Judged,
  type PlayedNote,
  type Source,
  type Take,
  type Ticks,
} from '@eager-contour/core'
import type { RunClock } from '../../audio/runClock.ts'

export type RunState = 'ready' | 'loading' | 'count-in' | 'playing' | 'paused' | 'done'

export interface SimulatedSettings {
  readonly seed: number
  readonly errorRate: number
  /** Chance that the player stops for a while before a note. */
  readonly stopRate?: number
  /** Whether it is heard through the microphone's stand-in, as sound. */
  readonly aloud: boolean
}

/** How the notes of a run come in: what the source's way to the grader takes, and how it was tuned. */
export interface SourceTiming {
  readonly latencyMs: number
  readonly tuningHz: number
  /** After so long a note that was played is here. */
  readonly settleMs: number
}

export interface Run {
  readonly state: RunState
  readonly judged: readonly Judged[]
  readonly grade: Grade | undefined
  readonly take: Take | undefined
  /** Whether the band could not be had: the run goes on without it. */
  readonly silent: boolean
  /** Why it is paused, in words. */
  readonly because: string | undefined
  readonly start: (simulated: SimulatedSettings | undefined) => void
  /** Grades notes that were played elsewhere, from a file, at the beginning or after a bar counted in. */
  readonly read: (notes: readonly PlayedNote[]) => Promise<void>
  /** Stops for a while: the bar that was being played is begun anew. */
  readonly pause: (because?: string) => void
  readonly resume: () => void
  /** Stops before the end; gives what was played so far. */
  readonly abandon: () => Promise<{ take: Take; grade: Grade } | undefined>
  /** A note, at a moment of the page (milliseconds). */
  readonly press: (midi: number, source: Source, pageMs?: number) => void
  readonly release: (midi: number) => void
  /** A note heard by the microphone, at moments of the sound's clock (seconds); once when it begins, once when it ends. */
  readonly hear: (tone: {
    readonly midi: number
    readonly cents: number
    readonly velocity: number
    readonly onset: number
    readonly end: number
    readonly ended: boolean
  }) => void
  /** Ticks from the stretch's first beat (negative while counting in); undefined when nothing runs. */
  readonly position: () => Ticks | undefined
}

/** How loud a key of the screen or the computer is, 1 to 127. */
export const VELOCITY = 90

/** The bar that a tick of the stretch lies in, by the tick of its first beat. */
export const barBegin = ({ chart }: Analysis, { spec }: Exercise, tick: Ticks): Ticks => {
  const starts = barStarts(chart).slice(spec.stretch.from, spec.stretch.to + 1)
  return Math.max(0, ...starts.map((start) => start - starts[0]!).filter((start) => start <= tick))
}

/** Notes at the times at which they were played, not heard. */
export const onTime = (notes: readonly PlayedNote[], latencyMs: number): readonly PlayedNote[] =>
  notes.map((note) => ({ ...note, onsetMs: note.onsetMs - latencyMs }))

/** What a run holds that no picture shows. */
export interface RunSession {
  clock: RunClock | undefined
  fromMs: number
  source: Source
  simulated: SimulatedSettings | undefined
  notes: PlayedNote[]
  /** Played while counting in, and in bars that were begun anew: kept with the take, not graded. */
  ungradedNotes: PlayedNote[]
  /** Played in the bar that is begun anew when the pause ends. */
  repeatedNotes: PlayedNote[]
  readonly held: Map<string, number>
  readonly undo: (() => void)[]
  /** Counts what was begun and left: what was begun for an earlier one is dropped. */
  turn: number
}

export const emptySession = (): RunSession => ({
  clock: undefined,
  fromMs: 0,
  source: 'screen-keys',
  simulated: undefined,
  notes: [],
  ungradedNotes: [],
  repeatedNotes: [],
  held: new Map(),
  undo: [],
  turn: 0,
})

/** The take of what was played of an exercise so far. */
export const takeOf = (
  { notes, ungradedNotes, source }: RunSession,
  asked: Exercise,
  { latencyMs, tuningHz }: SourceTiming,
): Take => ({
  notes: [...notes],
  ...(ungradedNotes.length > 0 ? { ungradedNotes: [...ungradedNotes] } : {}),
  source,
  zeroMs: 0,
  tempo: [{ tick: 0, bpm: asked.spec.tempo }],
  swing: asked.swing,
  loops: [0],
  latencyMs,
  tuningHz,
  exercise: JSON.stringify(asked.spec),
  grader: GRADER,
})
