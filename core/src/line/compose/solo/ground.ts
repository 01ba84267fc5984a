import { pitchClass } from '../../../theory/pitch/interval.ts'
import { beatTicks, strongPlaces } from '../../../theory/rhythm/meter.ts'
import { EIGHTH, type Ticks } from '../../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../../tune/analysis/analysis.ts'
import { barStarts, type Stretch } from '../../../tune/chart/chart.ts'
import { ALTERED_NOTES, type Harmony, hasPitch } from '../../figures/harmony.ts'
import { groundsOf, type Outlook } from '../plan.ts'
import { SOLO_PRICES } from './prices.ts'
import type { StyleRow } from './styles.ts'

/** A stretch of time over one chord. */
export interface Segment {
  readonly start: Ticks
  readonly end: Ticks
  readonly harmony: Harmony
  /** A dominant that goes down a fifth or a half step: altered notes resolve. */
  readonly resolves: boolean
}

/** The changes under a line as the brief wants them played, and where the beats are. */
export interface Ground {
  readonly start: Ticks
  readonly end: Ticks
  readonly segments: readonly Segment[]
  readonly bars: readonly Ticks[]
  /** The segment at each eighth from the start; undefined where no chord sounds. */
  readonly at: readonly (Segment | undefined)[]
  /** 2 strong beat or change, 1 another beat, 0 off the beat, for each eighth from the start. */
  readonly strength: readonly (0 | 1 | 2)[]
  /** Ticks of a counted beat and from one strong beat to the next, in the first bar. */
  readonly beat: Ticks
  readonly stride: Ticks
  /** The price of a leap into a change of chord, times this. */
  readonly joins: number
  /** The price of an eighth of silence on a beat. */
  readonly breath: number
}

/** The harmony of each stretch of time of one chord, and the weight of each eighth. */
export const groundOf = (
  analysis: Analysis,
  stretch: Stretch,
  outlook: Outlook,
  { joins = 1, even }: Partial<Pick<StyleRow, 'joins' | 'even'>> = {},
): Ground => {
  const starts = barStarts(analysis.chart)
  const start = starts[stretch.from]!
  const end = starts[stretch.to + 1]!
  const harmonies = groundsOf(analysis, outlook)
  const segments: { start: Ticks; end: Ticks; harmony: Harmony; symbol: string; resolves: boolean }[] = []
  for (const span of analysis.spans) {
    if (span.end <= start || span.start >= end || span.chord.tones.length === 0) continue
    const last = segments.at(-1)
    const harmony = harmonies(span)
    if (last && last.end === span.start && sameHarmony(last.harmony, harmony)) last.end = span.end
    else
      segments.push({
        start: Math.max(span.start, start),
        end: span.end,
        harmony,
        symbol: span.chord.symbol,
        resolves: false,
      })
  }
  segments.forEach((segment, index) => {
    segment.end = Math.min(segment.end, end)
    const next = segments[index + 1]
    if (segment.harmony.kind !== 'dominant' || !next) return
    const down = (segment.harmony.root - next.harmony.root + 12) % 12
    segment.resolves = down === 7 || down === 1
  })
  const count = Math.ceil((end - start) / EIGHTH)
  const at: (Segment | undefined)[] = []
  const strength: (0 | 1 | 2)[] = []
  let segment = 0
  let bar = stretch.from
  for (let index = 0; index < count; index += 1) {
    const tick = start + index * EIGHTH
    while (segment < segments.length && segments[segment]!.end <= tick) segment += 1
    const here = segments[segment]
    at.push(here && here.start <= tick ? here : undefined)
    while (starts[bar + 1]! <= tick) bar += 1
    const { meter } = analysis.chart.bars[bar]!
    const within = tick - starts[bar]!
    const strong = strongPlaces(meter).includes(within) || here?.start === tick
    strength.push(strong ? 2 : within % beatTicks(meter) === 0 ? 1 : 0)
  }
  const { meter } = analysis.chart.bars[stretch.from]!
  const strong = strongPlaces(meter)
  return {
    start,
    end,
    segments,
    bars: starts.slice(stretch.from, stretch.to + 2),
    at,
    strength,
    beat: beatTicks(meter),
    joins,
    breath: even ? SOLO_PRICES.breathEven : SOLO_PRICES.breath,
    stride: strong.length > 1 ? strong[1]! - strong[0]! : starts[stretch.from + 1]! - start,
  }
}

const sameHarmony = (a: Harmony, b: Harmony): boolean =>
  a === b ||
  (a.root === b.root && a.kind === b.kind && a.isScale.every((inside, at) => inside === b.isScale[at]))

/** The index of the eighth that a tick lies in. */
export const eighthAt = ({ start, at }: Ground, tick: Ticks): number =>
  Math.max(0, Math.min(at.length - 1, Math.floor((tick - start) / EIGHTH)))

/** How a pitch stands over a chord. */
export type Standing = 'guide' | 'tone' | 'colour' | 'avoid' | 'outside'

/** The altered notes of a dominant that resolves are its colour, whatever its scale. */
const isAltered = ({ harmony, resolves }: Segment, midi: number): boolean =>
  resolves && ALTERED_NOTES.includes(pitchClass(midi - harmony.root))

/** Whether a pitch belongs to what can be played over a chord. */
export const isOfChord = (segment: Segment, midi: number): boolean =>
  hasPitch(segment.harmony.isScale, midi) || isAltered(segment, midi)

/** A scale note a half step above a chord tone clashes where it is held; not the altered notes of a dominant. */
export const standingOf = (segment: Segment, midi: number): Standing => {
  const { harmony } = segment
  if (hasPitch(harmony.isGuide, midi)) return 'guide'
  if (hasPitch(harmony.isTone, midi)) return 'tone'
  if (isAltered(segment, midi)) return 'colour'
  if (!hasPitch(harmony.isScale, midi)) return 'outside'
  const clashes = hasPitch(harmony.isTone, midi - 1)
  if (!clashes) return 'colour'
  return harmony.kind === 'dominant' && ALTERED_NOTES.includes(pitchClass(midi - harmony.root))
    ? 'colour'
    : 'avoid'
}
