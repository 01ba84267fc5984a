import type { Line } from '../../line/notes/line.ts'
import type { Phrase } from '../../line/phrases/phrase.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { Swing } from '../../theory/rhythm/swing.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import type { Override } from '../../tune/analysis/analysis.ts'
import type { Chart, Stretch } from '../../tune/chart/chart.ts'
import type { RungId } from './rungs.ts'
import type { TurnsPlan } from './turns.ts'

/** What is to be played: a rung over a stretch at a tempo. */
export interface ExerciseSpec {
  readonly rung: RungId
  /** Which of the rung's variants, from 0; the default one if left out. */
  readonly variant?: number
  readonly stretch: Stretch
  /** Quarters per minute. */
  readonly tempo: number
  /** The line to play, for the rung "your line". */
  readonly line?: Line
  /** The phrase to play, for the rungs that need one. */
  readonly phrase?: Phrase
  /** The player's own order of degrees, for variants that ask for one: see readOrder. */
  readonly order?: string
  /** If it is played several times in one run. */
  readonly loop?: LoopPlan
  /** If the player makes the line in turns with a soloist. */
  readonly turns?: TurnsPlan
}

/** A note that the exercise expects, in ticks from the stretch's first beat: negative in a pickup, which is played in the count-in. */
export interface ExpectedNote {
  readonly start: Ticks
  readonly duration: Ticks
  readonly midi: number
  readonly spelling: string
  readonly degree: Degree
  /** Index of the chord in the analysis. */
  readonly chord: number
  /** Bar of the tune, from 0. */
  readonly bar: number
}

/** How often a stretch is played in one run. */
export interface LoopPlan {
  readonly passes: number
  /** Whether the application plays the first half of each pass, and the player the second. */
  readonly trade: boolean
  /** Whether the application plays all of it first in each pass, and the player answers with the same. */
  readonly answer?: boolean
}

/** The passes of an exercise, a counted bar between two of them. */
interface Loop {
  readonly passes: number
  /** Ticks of the stretch, and from the start of one pass to the start of the next. */
  readonly length: Ticks
  readonly period: Ticks
  /** Whether the stretch is played twice in a pass: what the application plays is answered. */
  readonly answer: boolean
  /** How many notes are asked for in one pass. */
  readonly asked: number
  /** What the application plays in each pass, in ticks from its start. */
  readonly heard: readonly ExpectedNote[]
}

export interface Exercise {
  readonly spec: ExerciseSpec
  readonly key: Key
  readonly expected: readonly ExpectedNote[]
  /** The chord symbols of the analysis, by index. */
  readonly symbols: readonly string[]
  readonly length: Ticks
  /** Ticks of one counted bar before the first beat. */
  readonly countIn: Ticks
  readonly swing: Swing
  /** Its passes, if it is played several times in one run. */
  readonly loop?: Loop
  /** If the player makes the line: the changes, and one way to play them. No notes are expected then. */
  readonly free?: {
    readonly chart: Chart
    readonly readings: readonly Override[]
    readonly example: readonly ExpectedNote[]
    /** In turns: what the soloist plays, and when, in ticks from the stretch's first beat. */
    readonly soloist?: {
      readonly notes: readonly ExpectedNote[]
      readonly turns: readonly { readonly start: Ticks; readonly end: Ticks }[]
    }
  }
}
