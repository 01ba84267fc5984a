import { type Chord, chordKind, fourTones, guideTones } from '../../theory/chord/chord.ts'
import { type Degree, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { scaleDegrees } from '../../theory/scale/scale.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { barStarts, type ChordSpan, type Stretch, stretchTicks } from '../../tune/chart/chart.ts'
import type { Line } from '../notes/line.ts'
import { spellNotes } from '../notes/spell.ts'

export interface GuideToneOptions {
  readonly stretch: Stretch
  /** The degree of the first chord to start on, such as '3', 'b7' or '9'; any tone but the root when left out. */
  readonly start?: Degree
  /** Lowest and highest MIDI number. */
  readonly low: number
  readonly high: number
  /** How many paths: the best and the next best. */
  readonly count: number
  /** One note a chord; in half or whole notes; or one note a bar with its breaks. */
  readonly notes?: 'chord' | 'half' | 'whole' | 'oneABar'
  /** Chord tones; with the 9s and 13s of their scales; or with ♭9 ♯9 ♯11 ♭13 on dominants too. */
  readonly tones?: 'chord' | 'diatonic' | 'altered'
  /** The preferred direction, where there is a choice. */
  readonly direction?: 'up' | 'down' | 'stay'
  /** With one note a bar: the length of a phrase in bars, the last of which is left empty; 4 if left out. */
  readonly phraseBars?: number
}

export interface GuideTonePath {
  readonly line: Line
  readonly cost: number
}

/** A possible note of the path: a chord of the stretch and a pitch that is one of its tones. */
export interface PathNote {
  /** Its index in the path. */
  readonly place: number
  readonly midi: number
  readonly kind: 'guide' | 'tone' | 'tension' | 'alteration'
  /** Starts a phrase after an empty bar: an octave away for variety. */
  readonly fresh: boolean
}

/** From best to worst (common practice, no source): a third or seventh; a half step; a whole step; the same note; anything else. */
const GUIDE_COSTS = {
  tone: { guide: 0, alteration: 1, tension: 1.6, tone: 2 },
  halfStep: 0,
  wholeStep: 0.5,
  same: 1,
  leap: 2,
  leapSemitone: 0.25,
  /** The cost of the wrong direction, and of each half step away from an octave where a new phrase starts. */
  wrongWay: 3,
  freshSemitone: 0.3,
} as const

const PHRASE_BARS = 4
const HALF: Ticks = 2 * QUARTER
const TENSIONS: readonly Degree[] = ['9', '13']
const ALTERATIONS: readonly Degree[] = ['b9', '#9', '#11', 'b13']

interface Slot {
  readonly span: ChordSpan
  readonly start: Ticks
  readonly end: Ticks
  readonly fresh: boolean
}

const spansOf = (analysis: Analysis, stretch: Stretch): readonly ChordSpan[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  return analysis.spans.filter(
    (span) => span.start >= start && span.start < end && span.chord.tones.length > 0,
  )
}

/** Where the notes of a path are. */
const slotsOf = (
  analysis: Analysis,
  { stretch, notes = 'chord', phraseBars = PHRASE_BARS }: GuideToneOptions,
): readonly Slot[] => {
  const spans = spansOf(analysis, stretch)
  if (notes === 'chord')
    return spans.map((span) => ({ span, start: span.start, end: span.end, fresh: false }))
  const starts = barStarts(analysis.chart)
  if (notes === 'half')
    return spans.flatMap((span) => {
      const count = Math.max(1, Math.floor((span.end - span.start) / HALF))
      return Array.from({ length: count }, (_, at) => ({
        span,
        start: span.start + at * HALF,
        end: at === count - 1 ? span.end : span.start + (at + 1) * HALF,
        fresh: false,
      }))
    })
  const slots: Slot[] = []
  for (let bar = stretch.from; bar <= stretch.to; bar += 1) {
    const within = (bar - stretch.from) % phraseBars
    const span = spans.find((one) => one.bar === bar)
    if (!span || (notes === 'oneABar' && within === phraseBars - 1 && phraseBars > 1)) continue
    const fresh = notes === 'oneABar' && within === 0 && bar > stretch.from
    slots.push({ span, start: span.start, end: starts[bar + 1]!, fresh })
  }
  return slots
}

/** The degrees that a path may use over a chord. */
const degreesOf = (
  analysis: Analysis,
  { chord, index }: ChordSpan,
  tones: NonNullable<GuideToneOptions['tones']>,
): readonly { readonly semitones: number; readonly degree: Degree; readonly kind: PathNote['kind'] }[] => {
  const guides = guideTones(chord).map(({ degree }) => degree)
  const own = fourTones(chord)
    .filter(({ degree }) => degree !== 'R')
    .map(({ degree, semitones }) => ({
      degree,
      semitones,
      kind: guides.includes(degree) ? ('guide' as const) : ('tone' as const),
    }))
  if (tones === 'chord') return own
  const scale = scaleDegrees(analysis.readings[index]!.scale)
  const more = (degrees: readonly Degree[], kind: PathNote['kind']) =>
    degrees
      .map((degree) => ({ degree, semitones: degreeSemitones(degree), kind }))
      .filter(({ semitones }) => !own.some((one) => one.semitones === semitones))
  const tensions = more(
    TENSIONS.filter((degree) => scale.includes(degree)),
    'tension',
  )
  const altered = tones === 'altered' && chordKind(chord) === 'dominant'
  return [...own, ...tensions, ...(altered ? more(ALTERATIONS, 'alteration') : [])]
}

/** The possible notes at each place of a path, inside the range. */
export const guideToneCandidates = (
  analysis: Analysis,
  options: GuideToneOptions,
): readonly (readonly PathNote[])[] =>
  slotsOf(analysis, options).map(({ span, fresh }, place) => {
    const degrees =
      place === 0 && options.start !== undefined
        ? startingDegree(span.chord, options.start)
        : degreesOf(analysis, span, options.tones ?? 'chord')
    const root = pitchClassOf(fifthsOf(span.chord.root))
    const stands: PathNote[] = []
    for (let midi = options.low; midi <= options.high; midi += 1) {
      const degree = degrees.find(({ semitones }) => (root + semitones) % 12 === midi % 12)
      if (degree) stands.push({ place, midi, kind: degree.kind, fresh })
    }
    return stands
  })

const startingDegree = (chord: Chord, degree: Degree) => [
  {
    degree,
    semitones: degreeSemitones(degree),
    kind: guideTones(chord).some((tone) => tone.degree === degree) ? ('guide' as const) : ('tone' as const),
  },
]

/** The cost of a tone, and of moving to it from the previous one. Never negative. */
export const guideToneCost = (
  from: PathNote | undefined,
  to: PathNote,
  direction?: GuideToneOptions['direction'],
): number => {
  const tone = GUIDE_COSTS.tone[to.kind]
  if (!from) return tone
  const size = to.midi - from.midi
  if (to.fresh) return tone + Math.abs(Math.abs(size) - 12) * GUIDE_COSTS.freshSemitone
  const wrong =
    (direction === 'up' && size < 0) ||
    (direction === 'down' && size > 0) ||
    (direction === 'stay' && Math.abs(size) > 2)
  return tone + stepCost(Math.abs(size)) + (wrong ? GUIDE_COSTS.wrongWay : 0)
}

const stepCost = (size: number): number => {
  if (size === 0) return GUIDE_COSTS.same
  if (size === 1) return GUIDE_COSTS.halfStep
  if (size === 2) return GUIDE_COSTS.wholeStep
  return GUIDE_COSTS.leap + size * GUIDE_COSTS.leapSemitone
}

/** One of the best ways to a note: its cost, and the way it continues. */
interface Way {
  readonly cost: number
  readonly stand: PathNote
  readonly before?: Way
}

/**
 * Guide-tone lines over a stretch: exactly the best and next best paths by these preferences, by dynamic programming
 * that keeps several ways to each note; cheapest first. Each note lasts until the next one. Empty if no tone lies in
 * the range.
 * @param analysis the changes, at concert pitch
 * @param options start tone, note lengths, direction, range and number of paths
 * @returns the paths with their cost
 * @example guideToneLines(analysis, { stretch, range, count: 3, notes: 'chords', tones: 'chord' })
 */
export const guideToneLines = (analysis: Analysis, options: GuideToneOptions): readonly GuideTonePath[] => {
  const layers = guideToneCandidates(analysis, options)
  const slots = slotsOf(analysis, options)
  if (layers.length === 0 || layers.some((layer) => layer.length === 0)) return []
  let ways: readonly Way[] = layers[0]!.map((stand) => ({ cost: guideToneCost(undefined, stand), stand }))
  for (const layer of layers.slice(1))
    ways = layer.flatMap((stand) =>
      cheapest(
        ways.map((before) => ({
          cost: before.cost + guideToneCost(before.stand, stand, options.direction),
          stand,
          before,
        })),
        options.count,
      ),
    )
  return cheapest(ways, options.count).map((way) => ({
    cost: way.cost,
    line: spellNotes(
      analysis,
      standsOf(way).map(({ midi, place }) => {
        const { start, end } = slots[place]!
        return { start, duration: end - start, midi }
      }),
    ),
  }))
}

const cheapest = (ways: readonly Way[], count: number): readonly Way[] =>
  [...ways].sort((a, b) => a.cost - b.cost).slice(0, count)

const standsOf = (way: Way): readonly PathNote[] => {
  const stands: PathNote[] = []
  for (let at: Way | undefined = way; at; at = at.before) stands.unshift(at.stand)
  return stands
}
