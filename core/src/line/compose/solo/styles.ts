import { chordKind } from '../../../theory/chord/chord.ts'
import { QUARTER, type Ticks } from '../../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../../tune/analysis/analysis.ts'
import type { Stretch } from '../../../tune/chart/chart.ts'
import type { Hand } from '../../fragments/notation.ts'
import type { PhrasePart } from '../brief.ts'

/** What kind of tune a solo is for: it decides density, phrase lengths and whose fragments fit. */
export type SoloStyle = 'ballad' | 'medium' | 'fast' | 'blues' | 'modal' | 'waltz'

export interface StyleRow {
  /** Phrase lengths in beats with their weights, and silences in beats. */
  readonly lengths: readonly (readonly [number, number])[]
  readonly silences: readonly (readonly [number, number])[]
  /** Silence before the first phrase, in eighths with weights; any usual one, if left out. */
  readonly firstSilence?: readonly (readonly [number, number])[]
  /** The extra price of fragments by each hand. */
  readonly hands: Readonly<Record<Hand, number>>
  /** The price of a note by itself and of a figure, times this: how readily gaps between fragments are filled. */
  readonly filling: number
  /** What approaches and enclosures cost besides: more where there is no change to lead to. */
  readonly approaches?: number
  /** What each eighth in which a note is struck costs besides: how dense the lines are. */
  readonly density: number
  /** The most ticks by which a note before a silence is lengthened; an eighth of silence stays. */
  readonly sustain?: Ticks
  /** What a run in sixteenths saves. */
  readonly doubleTime?: number
  /** The price of a leap into a change of chord, times this. */
  readonly joins?: number
  /** Even eighths only: the style for etudes. */
  readonly even?: true
  /** Stories of parts, one of which is drawn; the last part before `close` repeats. */
  readonly stories: readonly (readonly PhrasePart[])[]
}

const SEQUENCE: readonly PhrasePart[] = ['idea', 'moved', 'free', 'free', 'moved', 'free']
const ANSWER: readonly PhrasePart[] = ['idea', 'free', 'answer', 'free', 'moved', 'free']
const LONG: readonly PhrasePart[] = ['free', 'idea', 'free', 'moved', 'free']
const RIFF: readonly PhrasePart[] = ['idea', 'restated', 'moved', 'free', 'idea', 'moved', 'free']

/** Styles by what a tune is (common practice, no source; the numbers by reading and measuring). */
export const STYLES: Readonly<Record<SoloStyle, StyleRow>> = {
  ballad: {
    lengths: [
      [3, 2],
      [4, 3],
      [5, 3],
      [6, 3],
      [8, 2],
      [10, 1],
    ],
    silences: [
      [1, 3],
      [1.5, 4],
      [2, 2],
      [2.5, 1],
    ],
    hands: { bebop: 1.4, lyrical: 0, blues: 1.6, modal: 0.9, waltz: 0.8 },
    filling: 1.8,
    density: 1,
    doubleTime: 1.3,
    sustain: QUARTER,
    approaches: 0.3,
    stories: [SEQUENCE, ANSWER],
  },
  medium: {
    lengths: [
      [3, 1],
      [4, 2],
      [5, 3],
      [6, 3],
      [7, 2],
      [8, 2],
      [10, 2],
      [12, 2],
      [14, 1],
    ],
    silences: [
      [0.5, 2],
      [1, 5],
      [1.5, 4],
      [2, 1.5],
      [2.5, 0.5],
    ],
    hands: { bebop: 0, lyrical: 0.5, blues: 0.15, modal: 1, waltz: 1.2 },
    filling: 1,
    density: 0,
    stories: [SEQUENCE, ANSWER, LONG],
  },
  fast: {
    lengths: [
      [3, 1],
      [5, 2],
      [7, 3],
      [9, 3],
      [12, 3],
      [15, 2],
      [18, 1],
    ],
    silences: [
      [0.5, 1],
      [1, 3],
      [1.5, 3],
      [2, 2.5],
      [3, 1.5],
      [4, 0.5],
    ],
    hands: { bebop: 0, lyrical: 1.6, blues: 0.6, modal: 1.6, waltz: 1.8 },
    filling: 0.8,
    density: 0,
    stories: [SEQUENCE, LONG],
  },
  blues: {
    lengths: [
      [2.5, 2],
      [3, 3],
      [4, 3],
      [5, 3],
      [6, 2],
      [8, 2],
      [10, 1],
    ],
    silences: [
      [1, 4],
      [1.5, 4],
      [2, 2],
      [2.5, 1],
      [3, 0.5],
    ],
    hands: { bebop: 0.7, lyrical: 1.4, blues: 0, modal: 1.4, waltz: 1.6 },
    filling: 1,
    density: 0.05,
    stories: [RIFF, ANSWER],
  },
  modal: {
    lengths: [
      [3, 2],
      [4, 3],
      [5, 3],
      [6, 2],
      [8, 2],
      [10, 1],
    ],
    silences: [
      [1, 3],
      [1.5, 4],
      [2, 3],
      [3, 1.5],
    ],
    hands: { bebop: 1, lyrical: 0.4, blues: 0.9, modal: 0, waltz: 1.2 },
    filling: 1.3,
    density: 0.15,
    approaches: 0.7,
    stories: [SEQUENCE, ANSWER, RIFF],
  },
  waltz: {
    lengths: [
      [3, 2],
      [4, 3],
      [5, 3],
      [6, 2],
      [7, 2],
      [9, 1],
    ],
    silences: [
      [0.5, 1],
      [1, 4],
      [1.5, 3],
      [2, 1.5],
    ],
    hands: { bebop: 0.4, lyrical: 0, blues: 0.8, modal: 0.6, waltz: 0 },
    filling: 1.2,
    density: 0.1,
    stories: [SEQUENCE, ANSWER],
  },
}

const BALLAD_TEMPO = 92
const FAST_TEMPO = 210

/** For etudes in eighths: long phrases, short silences. */
export const EIGHTHS: StyleRow = {
  lengths: [
    [8, 2],
    [12, 3],
    [15, 3],
    [19, 3],
    [23, 4],
    [27, 3],
  ],
  silences: [
    [0.5, 8],
    [1, 0.5],
  ],
  firstSilence: [
    [0, 0.4],
    [1, 5],
    [2, 0.8],
    [3, 0.3],
  ],
  hands: { bebop: 0, lyrical: 0.8, blues: 0.2, modal: 1, waltz: 1.2 },
  filling: 1,
  density: 0,
  approaches: 0.2,
  joins: 2,
  even: true,
  stories: [
    ['free', 'idea', 'moved', 'free', 'moved', 'free'],
    ['idea', 'moved', 'free'],
  ],
}

/** What a tune is: by its meter, its changes, its tempo. */
export const styleOf = (analysis: Analysis, stretch: Stretch): SoloStyle => {
  const { meter, tempo } = analysis.chart
  if (meter.beats === 3 && meter.unit === 4) return 'waltz'
  const spans = analysis.spans.filter(({ bar }) => bar >= stretch.from && bar <= stretch.to)
  const blues = spans.filter(({ index }) => analysis.readings[index]!.function.startsWith('blues')).length
  if (blues * 3 >= spans.length && spans.length > 0) return 'blues'
  const bars = stretch.to - stretch.from + 1
  const symbols = spans.filter(
    ({ chord, index }) => chord.symbol !== analysis.spans[index - 1]?.chord.symbol,
  ).length
  if (bars >= 4 && symbols <= bars / 3 && spans.every(({ chord }) => chordKind(chord) !== 'dominant'))
    return 'modal'
  if (tempo <= BALLAD_TEMPO) return 'ballad'
  return tempo >= FAST_TEMPO ? 'fast' : 'medium'
}
