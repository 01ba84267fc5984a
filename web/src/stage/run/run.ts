import {
  type Analysis,
  barStarts,
  type Exercise,
  GRADER,
  type Grade,
  type Judged,
  type PlayedNote,
  passAt,
  type Source,
  type Take,
  type Ticks,
  type ToneState,
} from '@eager-contour/core'
import type { RunData, RunState, SimulatedSettings } from './runMachine.ts'

/** The timing of a source: its latency, its tuning, and how long its notes take to arrive. */
export interface SourceTiming {
  readonly latencyMs: number
  /** Whether the latency was never measured: it is then estimated from the run itself. */
  readonly unmeasured?: boolean
  readonly tuningHz: number
  /** The time after which a played note has arrived. */
  readonly settleMs: number
}

export interface Run {
  readonly state: RunState
  readonly judged: readonly Judged[]
  /** How many notes the whole take tells otherwise than was shown while it was played. */
  readonly changed: number
  readonly grade: Grade | undefined
  readonly take: Take | undefined
  /** Milliseconds of latency that were estimated from the run and taken off. */
  readonly estimatedMs: number | undefined
  /** Whether a file was read from its second bar on: its first was a count-in. */
  readonly countedIn: boolean
  /** Whether the band is unavailable: the run continues without it. */
  readonly silent: boolean
  /** Why it is paused, in words. */
  readonly because: string | undefined
  readonly start: (simulated: SimulatedSettings | undefined) => void
  /** Grades notes that were played elsewhere, from a file, from the start or after a one-bar count-in. */
  readonly read: (notes: readonly PlayedNote[]) => Promise<void>
  /** Grades the file's notes again, from its first bar. */
  readonly readAsItIs: () => void
  /** Pauses: the current bar will start again. */
  readonly pause: (because?: string) => void
  readonly resume: () => void
  /** Stops before the end; returns what was played so far. */
  readonly abandon: () => Promise<{ take: Take; grade: Grade } | undefined>
  /** A note, at a moment of the page (milliseconds). */
  readonly press: (midi: number, source: Source, pageMs: number) => void
  readonly release: (midi: number, pageMs: number) => void
  /**
   * A note detected by the microphone, at moments of the audio clock (seconds); once when it starts, once when it
   * ends or is taken back.
   */
  readonly hear: (tone: {
    readonly midi: number
    readonly cents: number
    readonly velocity: number
    readonly onset: number
    readonly end: number
    readonly state: ToneState
  }) => void
  /** Ticks from the stretch's first beat (negative during the count-in); undefined when nothing runs. */
  readonly position: () => Ticks | undefined
}

/** The bar that a tick of the run lies in, by the tick of its first beat; of a counted bar, the one after it. */
export const barBegin = ({ chart }: Analysis, exercise: Exercise, tick: Ticks): Ticks => {
  const { stretch } = exercise.spec
  const starts = barStarts(chart).slice(stretch.from, stretch.to + 1)
  const { within } = passAt(exercise, tick)
  const begin = Math.max(0, ...starts.map((start) => start - starts[0]!).filter((start) => start <= within))
  return tick - within + begin
}

/** The take of what was played of an exercise so far. */
export const takeOf = (
  { notes, ungradedNotes, source }: Pick<RunData, 'notes' | 'ungradedNotes' | 'source'>,
  asked: Exercise,
  { latencyMs, tuningHz }: SourceTiming,
): Take => ({
  notes,
  ...(ungradedNotes.length > 0 ? { ungradedNotes } : {}),
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
