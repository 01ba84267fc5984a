import type { Analysis } from '../analysis/analysis.ts'
import { type ChordSpan, type Stretch, stretchTicks } from '../chart/chart.ts'
import { chordPitchClasses, fourTones, guideTones } from '../chord/chord.ts'
import type { Line } from '../line/line.ts'
import { spellNotes } from '../line/spell.ts'
import type { Degree } from '../pitch/degree.ts'

export interface GuideToneWish {
  readonly stretch: Stretch
  /** The degree of the first chord to start on, such as '3' or 'b7'; any chord tone but the root when left out. */
  readonly start?: Degree
  /** Lowest and highest MIDI number. */
  readonly low: number
  readonly high: number
  readonly count: number
}

export interface GuideTonePath {
  readonly line: Line
  readonly cost: number
}

/** A place where the path can stand: a chord of the stretch and a pitch that is one of its tones. */
export interface Stand {
  readonly chord: number
  readonly midi: number
  readonly guide: boolean
}

/** From best to worst (common practice, no source): a third or seventh; a half step; a whole step; the same note; anything else. */
const GUIDE_COSTS = {
  notGuide: 2,
  halfStep: 0,
  wholeStep: 0.5,
  same: 1,
  leap: 2,
  leapSemitone: 0.25,
} as const

/** Where a path may stand on each chord of the stretch: chord tones but the root, inside the range. */
export const guideToneStands = (analysis: Analysis, wish: GuideToneWish): readonly (readonly Stand[])[] =>
  spansOf(analysis, wish.stretch).map((span, at) => {
    const classes = chordPitchClasses(span.chord)
    const guides = guideTones(span.chord).map((tone) => classes[span.chord.tones.indexOf(tone)]!)
    const start = at === 0 ? wish.start : undefined
    const tones =
      start === undefined
        ? fourTones(span.chord).filter((tone) => tone.degree !== 'R')
        : span.chord.tones.filter((tone) => tone.degree === start)
    const allowed = tones.map((tone) => classes[span.chord.tones.indexOf(tone)]!)
    const stands: Stand[] = []
    for (let midi = wish.low; midi <= wish.high; midi += 1)
      if (allowed.includes(midi % 12)) stands.push({ chord: at, midi, guide: guides.includes(midi % 12) })
    return stands
  })

/** What it costs to stand on a tone, and to go there from the one before. Never negative. */
export const guideToneCost = (from: Stand | undefined, to: Stand): number => {
  const tone = to.guide ? 0 : GUIDE_COSTS.notGuide
  if (!from) return tone
  const size = Math.abs(to.midi - from.midi)
  if (size === 0) return tone + GUIDE_COSTS.same
  if (size === 1) return tone + GUIDE_COSTS.halfStep
  if (size === 2) return tone + GUIDE_COSTS.wholeStep
  return tone + GUIDE_COSTS.leap + size * GUIDE_COSTS.leapSemitone
}

const spansOf = (analysis: Analysis, stretch: Stretch): readonly ChordSpan[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  return analysis.spans.filter(
    (span) => span.start >= start && span.start < end && span.chord.tones.length > 0,
  )
}

/**
 * Guide-tone lines over a stretch, one note a chord held as long as the chord: for every last tone the best path to it,
 * by dynamic programming over those preferences; cheapest first. Empty where no tone lies in the range.
 */
export const guideToneLines = (analysis: Analysis, wish: GuideToneWish): readonly GuideTonePath[] => {
  const layers = guideToneStands(analysis, wish)
  const spans = spansOf(analysis, wish.stretch)
  if (layers.length === 0 || layers.some((layer) => layer.length === 0)) return []
  let best = layers[0]!.map((stand) => ({ cost: guideToneCost(undefined, stand), path: [stand] }))
  for (const layer of layers.slice(1)) {
    best = layer.map((stand) => {
      const ways = best.map(({ cost, path }) => ({ cost: cost + guideToneCost(path.at(-1), stand), path }))
      const least = ways.reduce((a, b) => (b.cost < a.cost ? b : a))
      return { cost: least.cost, path: [...least.path, stand] }
    })
  }
  return [...best]
    .sort((a, b) => a.cost - b.cost)
    .slice(0, wish.count)
    .map(({ cost, path }) => ({
      cost,
      line: spellNotes(
        analysis,
        path.map((stand, at) => ({
          start: spans[at]!.start,
          duration: spans[at]!.end - spans[at]!.start,
          midi: stand.midi,
        })),
      ),
    }))
}
