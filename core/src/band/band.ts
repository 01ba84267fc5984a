import type { Analysis } from '../analysis/analysis.ts'
import { barStarts, type Stretch, stretchTicks } from '../chart/chart.ts'
import { noiseAt } from '../compose/noise.ts'
import { type Line, notesWithin } from '../line/line.ts'
import { fifthsOf, pitchClassOf } from '../pitch/fifths.ts'
import { barTicks, beatTicks, type Meter, meterName } from '../rhythm/meter.ts'
import type { Swing } from '../rhythm/swing.ts'
import { swung } from '../rhythm/swing.ts'
import type { Ticks } from '../rhythm/ticks.ts'
import { compHits } from './comp.ts'
import { strokesOf } from './drums.ts'
import { walkingBass } from './walk.ts'

export type Part = 'line' | 'bass' | 'comp' | 'drums' | 'click'

/** A sound of the band, in ticks from the stretch's first beat, swing already in it. */
export interface BandEvent {
  readonly part: Part
  readonly tick: Ticks
  readonly duration: Ticks
  readonly midi: number
  /** 1 to 127. */
  readonly velocity: number
}

/** General MIDI percussion: the click is a side stick, a count-in beat a closed hi-hat. */
const CLICK = { backbeat: 37, count: 42 } as const

/** The beats of a bar on which the click sounds: 2 and 4 where there are four. */
const CLICK_BEATS: Readonly<Record<string, readonly number[]>> = {
  '4/4': [1, 3],
  '2/4': [1],
  '3/4': [1, 2],
  '5/4': [1, 3],
  '6/8': [1],
  '12/8': [1, 3],
}

/** The double bass plays roots between its low E and the A an octave and a half above. */
const BASS_LOW = 28

const bassPitch = (chord: { readonly root: string; readonly bass?: string }): number => {
  const pitchClass = pitchClassOf(fifthsOf(chord.bass ?? chord.root))
  return BASS_LOW + ((pitchClass - (BASS_LOW % 12) + 12) % 12)
}

export const bassEvents = (analysis: Analysis, start: Ticks, end: Ticks): readonly BandEvent[] =>
  analysis.spans
    .filter((span) => span.start >= start && span.start < end && span.chord.tones.length > 0)
    .map((span) => ({
      part: 'bass',
      tick: span.start - start,
      duration: Math.min(span.end, end) - span.start,
      midi: bassPitch(span.chord),
      velocity: 92,
    }))

export const clickEvents = (analysis: Analysis, stretch: Stretch, start: Ticks): readonly BandEvent[] => {
  const starts = barStarts(analysis.chart)
  return analysis.chart.bars.slice(stretch.from, stretch.to + 1).flatMap((bar, at) =>
    (CLICK_BEATS[meterName(bar.meter)] ?? [0]).map((beat) => ({
      part: 'click' as const,
      tick: starts[stretch.from + at]! - start + beat * beatTicks(bar.meter),
      duration: 60,
      midi: CLICK.backbeat,
      velocity: 70,
    })),
  )
}

/** How far a player strays, at most: ticks early or late, and loudness. */
const LOOSE = { ticks: 5, velocity: 7 } as const

/** Where and how loud a player who is no machine plays: the same for the same seed and place. */
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
    strokesOf(bar.meter, analysis.chart.feel).map(({ midi, tick, velocity }): BandEvent => {
      const place = swung(starts[stretch.from + at]! - start + tick, swing)
      return { part: 'drums', duration: 60, midi, ...played(seed, place, midi, velocity) }
    }),
  )
}

/**
 * A line over a stretch with the band: walking bass, comping, ride and hi-hat, in order of time. A seed gives the band's
 * turns and its looseness; the line itself is played as it is written, in swing.
 */
export const bandEvents = (
  analysis: Analysis,
  stretch: Stretch,
  line: Line | undefined,
  swing: Swing,
  seed = 1,
): readonly BandEvent[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const lineEvents = (line ? notesWithin(line, start, end) : []).map((note): BandEvent => {
    const tick = swung(note.start - start, swing)
    return {
      part: 'line',
      tick,
      duration: swung(note.start - start + note.duration, swing) - tick,
      midi: note.midi,
      velocity: 100,
    }
  })
  const bass = walkingBass(analysis, stretch, seed).map(
    ({ tick, duration, midi }): BandEvent => ({
      part: 'bass',
      duration: duration * 0.94,
      midi,
      ...played(seed, tick - start, midi, 92),
    }),
  )
  const comp = compHits(analysis, stretch, seed).flatMap(({ tick, duration, pitches }) => {
    const place = swung(tick - start, swing)
    const { tick: when, velocity } = played(seed, place, pitches[0]!, 58)
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
  const drums = drumEvents(analysis, stretch, start, swing, seed)
  return [...lineEvents, ...bass, ...comp, ...drums].sort((a, b) => a.tick - b.tick)
}

/** One bar of counted beats before the stretch, in ticks from the count-in's start. */
export const countInEvents = (meter: Meter): readonly BandEvent[] =>
  Array.from({ length: barTicks(meter) / beatTicks(meter) }, (_, beat) => ({
    part: 'click' as const,
    tick: beat * beatTicks(meter),
    duration: 60,
    midi: CLICK.count,
    velocity: beat === 0 ? 110 : 85,
  }))
