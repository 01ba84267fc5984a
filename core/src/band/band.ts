import { type Line, notesWithPickup } from '../line/notes/line.ts'
import { noiseAt } from '../random/noise.ts'
import { OCTAVE } from '../theory/pitch/interval.ts'
import type { Swing } from '../theory/rhythm/swing.ts'
import { swinging, swung } from '../theory/rhythm/swing.ts'
import type { Ticks } from '../theory/rhythm/ticks.ts'
import type { Analysis } from '../tune/analysis/analysis.ts'
import { barStarts, type Stretch, stretchTicks } from '../tune/chart/chart.ts'
import { bassLine } from './bass.ts'
import { type ClickId, clickEvents } from './click.ts'
import { compHits, type VoicingId } from './comp.ts'
import { strokesOf } from './drums.ts'
import type { BandEvent } from './event.ts'

/** What the band is asked to play. */
export interface BandOptions {
  readonly swing: Swing
  /** The seed of the band's variations and looseness: the same seed plays the same. */
  readonly seed?: number
  readonly click?: ClickId
  readonly voicing?: VoicingId
  /** Octaves by which the line sounds higher or lower than written. */
  readonly lineOctave?: number
}

/** The largest deviation of a player: ticks early or late, and loudness. */
const LOOSE = { ticks: 5, velocity: 7 } as const
const LOUDNESS = { line: 100, bass: 92, comp: 58 } as const
/** The share of its time that a bass note sounds. */
const BASS_HELD = 0.94

/** The human timing and loudness of a player: the same for the same seed and place. */
const played = (seed: number, tick: Ticks, midi: number, velocity: number) => {
  const stray = (which: number) => 2 * noiseAt(seed, Math.round(tick), midi, which) - 1
  return {
    tick: Math.max(0, tick + LOOSE.ticks * stray(1)),
    velocity: Math.round(velocity + LOOSE.velocity * stray(2)),
  }
}

const drumEvents = (
  analysis: Analysis,
  stretch: Stretch,
  start: Ticks,
  swing: Swing,
  seed: number,
): readonly BandEvent[] => {
  const starts = barStarts(analysis.chart)
  return analysis.chart.bars.slice(stretch.from, stretch.to + 1).flatMap((bar, at) =>
    strokesOf(bar.meter, analysis.chart.feel).map(({ midi, tick, duration, velocity }): BandEvent => {
      const place = swung(starts[stretch.from + at]! - start + tick, swing)
      return { part: 'drums', duration, midi, ...played(seed, place, midi, velocity) }
    }),
  )
}

const lineEvents = (
  line: Line,
  start: Ticks,
  end: Ticks,
  swing: Swing,
  octave: number,
): readonly BandEvent[] => {
  const notes = notesWithPickup(line, start, end)
  const sounding = swinging(
    notes.map((note) => note.start - start),
    swing,
  )
  return notes.map((note) => {
    const tick = sounding(note.start - start)
    return {
      part: 'line',
      tick,
      duration: sounding(note.start - start + note.duration) - tick,
      midi: note.midi + OCTAVE * octave,
      velocity: LOUDNESS.line,
    }
  })
}

type BackingOptions = Required<Pick<BandOptions, 'swing' | 'seed' | 'click' | 'voicing'>>

/** The band alone. */
const backingEvents = (
  analysis: Analysis,
  stretch: Stretch,
  { swing, seed, click, voicing }: BackingOptions,
): readonly BandEvent[] => {
  const { start } = stretchTicks(analysis.chart, stretch)
  const bass = bassLine(analysis, stretch, seed).map(
    ({ tick, duration, midi }): BandEvent => ({
      part: 'bass',
      duration: duration * BASS_HELD,
      midi,
      ...played(seed, swung(tick - start, swing), midi, LOUDNESS.bass),
    }),
  )
  const comp = compHits(analysis, stretch, seed, voicing).flatMap(({ tick, duration, pitches }) => {
    const place = swung(tick - start, swing)
    const { tick: when, velocity } = played(seed, place, pitches[0]!, LOUDNESS.comp)
    return pitches.map(
      (midi): BandEvent => ({
        part: 'comp',
        tick: when,
        duration: swung(tick - start + duration, swing) - place,
        midi,
        velocity,
      }),
    )
  })
  return [
    ...bass,
    ...comp,
    ...drumEvents(analysis, stretch, start, swing, seed),
    ...clickEvents(analysis, stretch, start, click),
  ]
}

/** What the band last played over a chart: new lines are put over the same band. */
const backings = new WeakMap<Analysis, { readonly asked: string; readonly events: readonly BandEvent[] }>()

const backingOver = (analysis: Analysis, stretch: Stretch, options: BackingOptions): readonly BandEvent[] => {
  const asked = JSON.stringify([stretch, options])
  const before = backings.get(analysis)
  if (before?.asked === asked) return before.events
  const events = backingEvents(analysis, stretch, options)
  backings.set(analysis, { asked, events })
  return events
}

/**
 * A line over a stretch with the band: bass, comping, drums by the chart's feel, and the metronome, in order of time.
 * The line is played as written, swung.
 * @param sounding the analysis at concert pitch
 * @param stretch its bars
 * @param line the line, or undefined for the band alone
 * @returns events in ticks from the stretch's first beat, swing included
 * @example bandEvents(analysis, { from: 0, to: 3 }, line, { swing: 0.6 })
 */
export const bandEvents = (
  analysis: Analysis,
  stretch: Stretch,
  line: Line | undefined,
  { swing, seed = 1, click = 'none', voicing = 'four', lineOctave = 0 }: BandOptions,
): readonly BandEvent[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  return [
    ...(line ? lineEvents(line, start, end, swing, lineOctave) : []),
    ...backingOver(analysis, stretch, { swing, seed, click, voicing }),
  ].sort((a, b) => a.tick - b.tick)
}
