import { readChordSymbol } from '../../theory/chord/read.ts'
import { fifthsOf } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'
import { longestSegment } from '../../theory/rhythm/cells.ts'
import { beatTicks, strongPlaces } from '../../theory/rhythm/meter.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { centreOf } from '../../tune/analysis/centre.ts'
import { barStarts, type ChordSpan, type Stretch } from '../../tune/chart/chart.ts'
import { twoFiveAt } from '../changes/twoFive.ts'
import { type Harmony, harmonyOf } from '../figures/harmony.ts'
import { substitutionHarmonies } from '../figures/substitutions.ts'
import type { Brief } from './brief.ts'
import { type Locked, placesAround, type StandingPlace } from './locked.ts'

/** A place where the line has a chord tone. */
export interface Anchor {
  readonly tick: Ticks
  readonly harmony: Harmony
  /** Whether the chord changes here. */
  readonly change: boolean
  readonly bar: number
  /** Ticks of a counted beat there, and of the anchor after the beat. */
  readonly beat: Ticks
  readonly afterBeat: Ticks
  /** The player's locked note there, with nothing else until a later tick. */
  readonly locked?: StandingPlace['locked'] & object
}

export type Outlook = Pick<Brief, 'approach' | 'views' | 'twoFive' | 'substitution' | 'sixth' | 'rhythm'>

/**
 * The anchors of a stretch: its strong beats and changes of chord, and a place between two that are farther apart
 * than half a bar (a beat in sixteenths; with one note a bar only the first beat), each over the harmony that the
 * brief asks for; and the locked notes. Bars without a chord have none.
 */
export const anchorsOf = (
  analysis: Analysis,
  stretch: Stretch,
  outlook: Outlook = {},
  locked: Locked = [],
): readonly Anchor[] => {
  const starts = barStarts(analysis.chart)
  const harmonies = groundsOf(analysis, outlook)
  const longest = longestSegment(outlook.rhythm ?? 'eighths')
  const usual: Ticks[] = []
  for (let bar = stretch.from; bar <= stretch.to; bar += 1)
    usual.push(
      ...(outlook.rhythm === 'bars'
        ? [starts[bar]!]
        : barAnchors(analysis, bar, starts[bar]!, starts[bar + 1]!, longest)),
    )
  return placesAround(usual, locked, starts[stretch.to + 1]!).flatMap(({ tick, locked: own }) => {
    const span = chordAt(analysis, tick)
    if (span.chord.tones.length === 0) return []
    const bar = starts.findLastIndex((start) => start <= tick)
    const beat = beatTicks(analysis.chart.bars[bar]!.meter)
    const before = tick > 0 ? chordAt(analysis, tick - 1) : undefined
    return [
      {
        tick,
        harmony: harmonies(span),
        change: span.start === tick && (before === undefined || before.chord.symbol !== span.chord.symbol),
        bar,
        beat,
        afterBeat: (tick - starts[bar]!) % beat,
        ...(own ? { locked: own } : {}),
      },
    ]
  })
}

const barAnchors = (
  analysis: Analysis,
  bar: number,
  start: Ticks,
  end: Ticks,
  longest: Ticks,
): readonly Ticks[] => {
  const { meter, chords } = analysis.chart.bars[bar]!
  const places = new Set([
    ...strongPlaces(meter).map((place) => start + place),
    ...chords.map((cell) => start + cell.start),
  ])
  const sorted = [...places].sort((a, b) => a - b)
  const beat = beatTicks(meter)
  const stride = Math.max(beat, longest - (longest % beat))
  return sorted.flatMap((tick, at) => {
    const next = sorted[at + 1] ?? end
    const ticks = [tick]
    while (next - ticks.at(-1)! > stride) ticks.push(ticks.at(-1)! + stride)
    return ticks
  })
}

/** The harmony of each chord as the brief asks for it: its own, another's, or a key's. */
export const groundsOf = (
  analysis: Analysis,
  { approach, views = [], twoFive = 'apart', substitution, sixth }: Outlook,
): ((span: ChordSpan) => Harmony) => {
  const own = ({ chord, index }: ChordSpan) => harmonyOf(chord, analysis.readings[index]!.scale, sixth)
  const near = (span: ChordSpan): Harmony => {
    if (twoFive === 'apart' && !substitution) return own(span)
    const pair = twoFiveAt(analysis, span)
    if (!pair) return own(span)
    if (substitution)
      return substitutionHarmonies(substitution, fifthsOf(pair.five.chord.root) - 1)[
        span === pair.two ? 'two' : 'five'
      ]
    return own(twoFive === 'five' ? pair.five : pair.two)
  }
  const far = new Map(
    views
      .filter(({ view }) => view !== 'near')
      .map((section) => {
        const { key } = centreOf(analysis, section)
        return [section, section.view === 'far' ? keyGround(key) : pentatonicGround(key)]
      }),
  )
  const look = (span: ChordSpan): Harmony => {
    for (const [view, harmony] of far) if (span.bar >= view.from && span.bar <= view.to) return harmony
    const covered = views.some(({ from, to }) => span.bar >= from && span.bar <= to)
    if (approach === 'key' && !covered) return keyGround(analysis.readings[span.index]!.key)
    return near(span)
  }
  const known = new Map<number, Harmony>()
  return (span) => {
    const harmony = known.get(span.index) ?? look(span)
    known.set(span.index, harmony)
    return harmony
  }
}

/** One key centre: the notes of the key, resting on its pentatonic. */
const keyGround = (key: Key): Harmony => {
  const outcome = readChordSymbol(`${key.tonic}${key.mode === 'major' ? '6/9' : 'm7'}`)
  if (!outcome.ok) throw new Error(`a key on ${key.tonic} has no chord`)
  return harmonyOf(outcome.value, key.mode === 'major' ? 'ionian' : 'aeolian')
}

/** Five notes for everything: the major pentatonic of a major key, the minor one of a minor key. */
const pentatonicGround = (key: Key): Harmony => {
  const outcome = readChordSymbol(`${key.tonic}${key.mode === 'major' ? '6/9' : 'm11'}`)
  if (!outcome.ok) throw new Error(`a key on ${key.tonic} has no chord`)
  const { tones } = outcome.value
  const five = {
    ...outcome.value,
    tones: tones.filter(({ degree }) => key.mode === 'major' || degree !== '9'),
  }
  const harmony = harmonyOf(five, key.mode === 'major' ? 'ionian' : 'aeolian')
  return { ...harmony, isScale: harmony.isTone, isUpper: harmony.isTone }
}
