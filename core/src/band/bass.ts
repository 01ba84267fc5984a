import { fifthsOf, pitchClassOf } from '../theory/pitch/fifths.ts'
import { barTicks, strongPlaces } from '../theory/rhythm/meter.ts'
import { EIGHTH, QUARTER, type Ticks } from '../theory/rhythm/ticks.ts'
import type { Analysis } from '../tune/analysis/analysis.ts'
import { barStarts, type ChordSpan, type Stretch, stretchTicks } from '../tune/chart/chart.ts'
import type { BandEvent } from './event.ts'
import { type BassNote, walkingBass } from './walk.ts'

/** The lowest note of the double bass. */
const LOW = 28

/** The chord's written bass or its root, in the octave above the lowest string. */
const bassPitch = (chord: { readonly root: string; readonly bass?: string }): number => {
  const pitchClass = pitchClassOf(fifthsOf(chord.bass ?? chord.root))
  return LOW + ((pitchClass - (LOW % 12) + 12) % 12)
}

/** The root of each chord, held through it, in ticks from `start`. */
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

/** Where the bass of a ballad plays: on the strong beats and where a chord starts. */
const twoBeats = (analysis: Analysis, stretch: Stretch): readonly Ticks[] => {
  const starts = barStarts(analysis.chart)
  const places = new Set<Ticks>()
  for (let bar = stretch.from; bar <= stretch.to; bar += 1) {
    for (const place of strongPlaces(analysis.chart.bars[bar]!.meter)) places.add(starts[bar]! + place)
    for (const span of analysis.spans) if (span.bar === bar) places.add(span.start)
  }
  return [...places].sort((a, b) => a - b)
}

/** Half a bar of a bossa's bass: the root for a beat and a half, then the fifth (common practice, no source). */
const LONG: Ticks = QUARTER + EIGHTH

/** The chord's fifth (the ♭5 or ♯5 that it has), below its root where the string allows. */
const fifthNear = ({ chord }: ChordSpan, root: number): number => {
  const fifth = chord.tones.find(({ degree }) => degree.endsWith('5'))?.semitones ?? 12
  return root + fifth - 12 >= LOW ? root + fifth - 12 : root + fifth
}

const bossaBass = (analysis: Analysis, stretch: Stretch): readonly BassNote[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  return analysis.spans
    .filter((span) => span.start >= start && span.start < end && span.chord.tones.length > 0)
    .flatMap((span) => {
      const root = bassPitch(span.chord)
      const fifth = fifthNear(span, root)
      const notes: BassNote[] = []
      const until = Math.min(span.end, end)
      for (let at = span.start, half = 0; at < until; half += 1) {
        const next = Math.min(until, at + LONG + EIGHTH)
        const [first, second] = half % 2 === 0 ? [root, fifth] : [fifth, root]
        notes.push({ tick: at, duration: Math.min(LONG, next - at), midi: first })
        if (next - at > LONG) notes.push({ tick: at + LONG, duration: next - at - LONG, midi: second })
        at = next
      }
      return notes
    })
}

/** The bass over a stretch by the chart's feel: walking, in two for a ballad, roots and fifths for a bossa. */
export const bassLine = (analysis: Analysis, stretch: Stretch, seed: number): readonly BassNote[] => {
  const { feel, bars } = analysis.chart
  const inFour = bars
    .slice(stretch.from, stretch.to + 1)
    .every(({ meter }) => barTicks(meter) === 4 * QUARTER)
  if (feel === 'bossa' && inFour) return bossaBass(analysis, stretch)
  return walkingBass(analysis, stretch, seed, feel === 'ballad' ? twoBeats(analysis, stretch) : undefined)
}
