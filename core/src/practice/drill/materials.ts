import { type Harmony, harmonyRead, walkIn } from '../../line/figures/harmony.ts'
import { type SubstitutionStep, substitutionSteps } from '../../line/figures/substitutions.ts'
import { guideToneLines } from '../../line/paths/guidetones.ts'
import { guideTones } from '../../theory/chord/chord.ts'
import { type Degree, degreeFifths, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { spellPitch } from '../../theory/pitch/pitch.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { type ChordSpan, stretchTicks } from '../../tune/chart/chart.ts'
import { dominantOf } from './dominantOf.ts'
import { durationOf, inEighths, inTime, overEach, type SetNote, type Target } from './phrasings.ts'
import type { Material, Variant } from './rung.ts'
import { keyNotes, landingNotes, scaleNotes } from './scaleMaterials.ts'
import { setOnInstrument, type TimedStep } from './setting.ts'
import { shapeOver, tonesFrom } from './shapes.ts'

type Maker<K extends Material['by']> = (
  material: Extract<Material, { by: K }>,
  place: Target,
) => readonly SetNote[]

/** The chord tones that a nearest connection may start on. */
const TONES = [1, 3, 5, 7] as const

const MAKERS: { readonly [K in Exclude<Material['by'], 'line' | 'phrase' | 'player'>]: Maker<K> } = {
  shapes: ({ shapes, goesOn, whole = false, early = false }, place) => {
    const notes = setOnInstrument(
      overEach(place, (harmony, span) =>
        shapes.map((shape) => {
          const notes = shapeOver(harmony, shape)
          const steps = notes && inTime(notes, place.unit, durationOf(span), goesOn, whole)
          const before = early ? (steps?.[1]?.at ?? 0) : 0
          return steps?.map((step) => ({ ...step, at: step.at - before }))
        }),
      ),
      place.instrument,
    )
    // What would come before the first beat is left out, and what the next chord's first note takes the time of.
    const { start } = stretchTicks(place.analysis.chart, place.stretch)
    return notes.flatMap((note, at) => {
      const next = notes[at + 1]?.start ?? Number.POSITIVE_INFINITY
      const duration = Math.min(note.duration, next - note.start)
      return note.start >= start && duration > 0 ? [{ ...note, duration }] : []
    })
  },
  order: (_, place) => {
    const shape = place.order
    if (shape === undefined) return []
    return setOnInstrument(
      overEach(place, (harmony, span) => {
        const notes = shapeOver(harmony, shape)
        return [notes && inTime(notes, place.unit, durationOf(span), 'again')]
      }),
      place.instrument,
    )
  },
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
  scale: scaleNotes,
  landing: landingNotes,
  key: keyNotes,
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
          if (target === undefined) return []
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
        const harmony = five ? harmonyRead(place.analysis, five.index) : own
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
