import { type Harmony, harmonyOf, hasPitch, walkIn } from '../../line/figures/harmony.ts'
import { landings } from '../../line/figures/landing.ts'
import { type SubstitutionStep, substitutionSteps } from '../../line/figures/substitutions.ts'
import type { UnspelledNote } from '../../line/notes/spell.ts'
import { guideToneLines } from '../../line/paths/guidetones.ts'
import { guideTones } from '../../theory/chord/chord.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { type Degree, degreeFifths, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { spellPitch } from '../../theory/pitch/pitch.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { scaleSemitones } from '../../theory/scale/scale.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { centreOf } from '../../tune/analysis/centre.ts'
import { type ChordSpan, type Stretch, stretchTicks } from '../../tune/chart/chart.ts'
import { dominantOf } from './dominantOf.ts'
import type { Unit } from './limits.ts'
import type { Material, Variant } from './rung.ts'
import { type Phrasing, setOnInstrument, type TimedStep } from './setting.ts'
import { filled, type GoesOn, isToneOf, scaleFrom, shapeOver, tonesFrom } from './shapes.ts'

/** A note that a rung asks for; with a spelling if the tune's chords would spell it otherwise. */
export interface SetNote extends UnspelledNote {
  readonly spelling?: string
}

/** What a rung is played over: the chords of the stretch that count, and the instrument. */
export interface Target {
  readonly analysis: Analysis
  readonly stretch: Stretch
  readonly spans: readonly ChordSpan[]
  readonly instrument: Instrument
  readonly unit: Unit
}

const TICKS: Readonly<Record<Exclude<Unit, 'whole'>, Ticks>> = {
  halves: 2 * QUARTER,
  quarters: QUARTER,
  eighths: EIGHTH,
  triplets: QUARTER / 3,
  sixteenths: QUARTER / 4,
}

/** The length of a shape's notes on a chord: the rung's, halved down to eighths until the shape fits. */
const unitFor = (unit: Unit, count: number, duration: Ticks): Ticks => {
  if (unit === 'whole') return duration
  let ticks = TICKS[unit]
  while (ticks > EIGHTH && ticks * count > duration) ticks /= 2
  return ticks
}

/** Notes one after another, of equal length; the last one lasts as long as there is time if the shape is held. */
const inTime = (
  shape: readonly number[],
  unit: Unit,
  duration: Ticks,
  goesOn: GoesOn,
): readonly TimedStep[] => {
  const ticks = unitFor(unit, shape.length, duration)
  const notes = filled(shape, Math.max(1, Math.floor(duration / ticks)), goesOn)
  return notes.map((above, at) => ({
    at: at * ticks,
    duration: at === notes.length - 1 ? duration - at * ticks : ticks,
    above,
  }))
}

const durationOf = ({ start, end }: ChordSpan): Ticks => end - start

/** One phrasing per chord: its ways over the harmony; chords without one rest. */
const overEach = (
  { analysis, spans }: Target,
  ways: (harmony: Harmony, span: ChordSpan, at: number) => readonly (readonly TimedStep[] | undefined)[],
): readonly Phrasing[] =>
  spans.flatMap((span, at) => {
    const harmony = harmonyOf(span.chord, analysis.readings[span.index]!.scale)
    const found = ways(harmony, span, at).filter((one) => one !== undefined && one.length > 0)
    return found.length === 0
      ? []
      : [{ start: span.start, root: harmony.root, ways: found as readonly (readonly TimedStep[])[] }]
  })

const inEighths = (notes: readonly number[] | undefined, duration: Ticks): readonly TimedStep[] | undefined =>
  notes && inTime(notes, 'eighths', duration, 'held')

type Maker<K extends Material['by']> = (
  material: Extract<Material, { by: K }>,
  place: Target,
) => readonly SetNote[]

/** The chord tones that a nearest connection may start on. */
const TONES = [1, 3, 5, 7] as const

const MAKERS: { readonly [K in Exclude<Material['by'], 'line' | 'phrase' | 'player'>]: Maker<K> } = {
  shapes: ({ shapes, goesOn }, place) =>
    setOnInstrument(
      overEach(place, (harmony, span) =>
        shapes.map((shape) => {
          const notes = shapeOver(harmony, shape)
          return notes && inTime(notes, place.unit, durationOf(span), goesOn)
        }),
      ),
      place.instrument,
    ),
  nearest: (_, place) =>
    setOnInstrument(
      overEach(place, (harmony, span, at) => {
        const count = durationOf(span) / EIGHTH
        return TONES.map((tone) =>
          inEighths(tonesFrom(harmony, tone, at % 2 === 0 ? 1 : -1, count), durationOf(span)),
        )
      }),
      place.instrument,
    ),
  scale: ({ from, direction }, place) =>
    setOnInstrument(
      overEach(place, (harmony, span) => [
        inEighths(scaleFrom(harmony, from, direction, durationOf(span) / EIGHTH), durationOf(span)),
      ]),
      place.instrument,
    ),
  landing: ({ from, direction }, place) =>
    setOnInstrument(
      overEach(place, (harmony, span) => {
        const start = shapeOver(harmony, String(from))?.[0]
        if (start === undefined) return []
        const count = durationOf(span) / EIGHTH
        const zero = harmony.root + 60
        const [best] = landings(harmony, zero + start, direction, count)
        return [
          inEighths(
            best ? best.notes.map((midi) => midi - zero) : scaleFrom(harmony, from, direction, count),
            durationOf(span),
          ),
        ]
      }),
      place.instrument,
    ),
  key: (_, place) => {
    const { key } = centreOf(place.analysis, place.stretch)
    const tonic = pitchClassOf(fifthsOf(key.tonic))
    const steps = scaleSemitones(key.mode === 'major' ? 'ionian' : 'aeolian').map(
      (step) => (tonic + step) % 12,
    )
    const inKey = Array.from({ length: 12 }, (_value, pitchClass) => steps.includes(pitchClass))
    return setOnInstrument(
      overEach(place, (harmony, span) => {
        const zero = harmony.root + 60
        const count = durationOf(span) / EIGHTH
        const starts = Array.from({ length: 12 }, (_value, above) => above).filter(
          (above) => isToneOf(harmony, above) && hasPitch(inKey, zero + above),
        )
        return starts.flatMap((above) =>
          ([1, -1] as const).map((direction) => {
            const notes = [zero + above]
            while (notes.length < count) notes.push(walkIn(inKey, notes.at(-1)!, direction))
            return inEighths(
              notes.map((midi) => midi - zero),
              durationOf(span),
            )
          }),
        )
      }),
      place.instrument,
    )
  },
  guides: ({ length, from }, place) => {
    const { analysis, stretch, spans, instrument } = place
    const begins = (degree: Degree) => degree.replace(/^[b#]+/, '') === String(from)
    if (length === 'whole') {
      const start = spans[0]?.chord.tones.find(({ degree }) => begins(degree))
      const request = { low: instrument.range.comfortLow, high: instrument.range.comfortHigh, count: 1 }
      const [path] = guideToneLines(analysis, {
        ...request,
        ...(start ? { start: start.degree } : {}),
        stretch,
        notes: 'whole',
      })
      return path?.line.notes ?? []
    }
    return setOnInstrument(
      overEach(place, (_, span, at) => {
        const tones = guideTones(span.chord)
        const firsts = tones.filter(({ degree }) => begins(degree))
        return (at === 0 && firsts.length > 0 ? firsts : tones).flatMap((first) => {
          const other = tones.find((tone) => tone !== first) ?? first
          const up = (other.semitones - first.semitones + 12) % 12
          return [up, up - 12].map((by) =>
            inTime([first.semitones, first.semitones + by], 'halves', durationOf(span), 'again'),
          )
        })
      }),
      instrument,
    )
  },
  pickup: ({ notes: count, into }, place) => {
    const { end } = stretchTicks(place.analysis.chart, place.stretch)
    return setOnInstrument(
      overEach(place, (harmony, span) =>
        into.flatMap((degree) => {
          const target = shapeOver(harmony, String(degree))?.[0]
          if (target === undefined || span.start - count * EIGHTH < place.spans[0]!.start) return []
          const zero = harmony.root + 60
          // The next pickup starts in time.
          const held = Math.max(
            EIGHTH,
            Math.min(QUARTER, Math.min(span.end, end) - span.start - count * EIGHTH),
          )
          return ([1, -1] as const).map((direction) => {
            return [...leadingInto(harmony, zero + target, direction, count), zero + target]
              .map((midi) => midi - zero)
              .map((above, at) => ({
                at: (at - count) * EIGHTH,
                duration: at < count ? EIGHTH : held,
                above,
              }))
          })
        }),
      ),
      place.instrument,
    )
  },
  five: ({ shapes }, place) =>
    setOnInstrument(
      overEach(place, (own, span) => {
        const five = dominantOf(place.analysis, span)
        const harmony = five ? harmonyOf(five.chord, place.analysis.readings[five.index]!.scale) : own
        const moved = (harmony.root - own.root + 12) % 12
        return shapes.map((shape) => inTimeFrom(shapeOver(harmony, shape), moved, durationOf(span)))
      }),
      place.instrument,
    ),
  degrees: ({ degrees, direction }, place) => {
    let last = degreeSemitones(degrees[0]!)
    const rising = degrees.map((degree) => {
      const step = (((degreeSemitones(degree) - last) * direction) % 12) + 12
      last += direction * (step % 12)
      return last
    })
    const notes = setOnInstrument(
      overEach(place, (_, span) => [inTime(rising, 'eighths', durationOf(span), 'back')]),
      place.instrument,
    )
    // Spelled as degrees of the chord.
    return notes.map((note) => {
      const span = place.spans.findLast(({ start }) => start <= note.start)
      if (!span) return note
      const root = fifthsOf(span.chord.root)
      const degree = degrees.find((one) => (note.midi - pitchClassOf(root) - degreeSemitones(one)) % 12 === 0)
      return degree ? { ...note, spelling: spellPitch(note.midi, root + degreeFifths(degree)) } : note
    })
  },
  road: ({ substitution }, place) => {
    const stopAt = (span: ChordSpan): SubstitutionStep | undefined => {
      const five = dominantOf(place.analysis, span)
      const stops = five && substitutionSteps(substitution, fifthsOf(five.chord.root) - 1)
      return stops && (five === span ? stops.five : stops.two)
    }
    const notes = setOnInstrument(
      overEach(place, (own, span) => {
        const harmony = stopAt(span)?.harmony ?? own
        const moved = (harmony.root - own.root + 12) % 12
        return [inTimeFrom(shapeOver(harmony, '1 3 5 7'), moved, durationOf(span))]
      }),
      place.instrument,
    )
    // Spelled by the chord that is played, not the one that sounds.
    return notes.map((note) => {
      const span = place.spans.findLast(({ start }) => start <= note.start)
      const chord = span && stopAt(span)?.chord
      const tone = chord?.tones.find(({ spelling }) => pitchClassOf(fifthsOf(spelling)) === note.midi % 12)
      return tone ? { ...note, spelling: spellPitch(note.midi, fifthsOf(tone.spelling)) } : note
    })
  },
}

/**
 * Notes that lead into a target by step, the first one first: from above along the scale, from below by a half step and then
 * along the scale; where that would skip three half steps, by a chromatic step.
 */
const leadingInto = (
  { isScale }: Harmony,
  target: number,
  direction: 1 | -1,
  count: number,
): readonly number[] => {
  const notes: number[] = []
  let last = target
  for (let step = 0; step < count; step += 1) {
    const along = walkIn(isScale, last, direction)
    const chromatic = (step === 0 && direction < 0) || Math.abs(along - last) > 2
    last = chromatic ? last + direction : along
    notes.unshift(last)
  }
  return notes
}

/** A shape over another root, in eighths, going back the way it came. */
const inTimeFrom = (
  shape: readonly number[] | undefined,
  moved: number,
  duration: Ticks,
): readonly TimedStep[] | undefined =>
  shape &&
  inTime(
    shape.map((above) => above + moved),
    'eighths',
    duration,
    'back',
  )

/** The notes of a variant over a stretch, in the tune's ticks, fitted to the instrument. */
export const notesOfVariant = ({ material }: Variant, place: Target): readonly SetNote[] =>
  material.by === 'line' || material.by === 'phrase' || material.by === 'player'
    ? []
    : MAKERS[material.by](material as never, place)
