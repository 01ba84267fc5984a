import type { Analysis } from '../analysis/analysis.ts'
import { barStarts, type Stretch, stretchTicks } from '../chart/chart.ts'
import { type Line, notesWithin } from '../line/line.ts'
import { fifthsOf, pitchClassOf } from '../pitch/fifths.ts'
import { barTicks, beatTicks, type Meter, meterName } from '../rhythm/meter.ts'
import type { Swing } from '../rhythm/swing.ts'
import { swung } from '../rhythm/swing.ts'
import type { Ticks } from '../rhythm/ticks.ts'

export type Part = 'line' | 'bass' | 'click'

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

/** A line over a stretch with the bass on the roots and a click on 2 and 4, in order of time. */
export const bandEvents = (
  analysis: Analysis,
  stretch: Stretch,
  line: Line | undefined,
  swing: Swing,
): readonly BandEvent[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const played = line ? notesWithin(line, start, end) : []
  const lineEvents = played.map((note): BandEvent => {
    const tick = swung(note.start - start, swing)
    return {
      part: 'line',
      tick,
      duration: swung(note.start - start + note.duration, swing) - tick,
      midi: note.midi,
      velocity: 96,
    }
  })
  return [...lineEvents, ...bassEvents(analysis, start, end), ...clickEvents(analysis, stretch, start)].sort(
    (a, b) => a.tick - b.tick,
  )
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
