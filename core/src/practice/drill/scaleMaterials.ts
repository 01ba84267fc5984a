import { type Harmony, harmonyRead, hasPitch, walkIn } from '../../line/figures/harmony.ts'
import { landings } from '../../line/figures/landing.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { OCTAVE } from '../../theory/pitch/interval.ts'
import { EIGHTH } from '../../theory/rhythm/ticks.ts'
import { scaleSemitones } from '../../theory/scale/scale.ts'
import { centreOf } from '../../tune/analysis/centre.ts'
import { durationOf, inEighths, overEach, type SetNote, type Target } from './phrasings.ts'
import type { Material } from './rung.ts'
import { setOnInstrument } from './setting.ts'
import { isToneOf, scaleFrom, shapeOver } from './shapes.ts'

type Of<K extends Material['by']> = Extract<Material, { by: K }>

/** Each chord's scale from its degree, or all of them joined by step. */
export const scaleNotes = (material: Of<'scale'>, place: Target): readonly SetNote[] => {
  const { from, direction, joined } = material
  if (joined)
    return joinedRuns(material, place, (harmony, midi, way, count, next) => {
      const notes = [midi]
      while (notes.length < count) notes.push(walkIn(harmony.isScale, notes.at(-1)!, way))
      return { notes, goesOn: walkIn(next.isScale, notes.at(-1)!, way) }
    })
  return setOnInstrument(
    overEach(place, (harmony, span) => [
      inEighths(scaleFrom(harmony, from, direction, durationOf(span) / EIGHTH), durationOf(span)),
    ]),
    place.instrument,
  )
}

/** Each chord's scale from its degree with the half steps that make it land; or landing over each bar line. */
export const landingNotes = (material: Of<'landing'>, place: Target): readonly SetNote[] => {
  const { from, direction, joined } = material
  if (joined)
    return joinedRuns(material, place, (harmony, midi, way, count, next) => {
      const [best] = landings(harmony, midi, way, count, next)
      if (best) return { notes: best.notes, goesOn: best.landing }
      // No run of this scale lands on a tone of the next chord: the nearest one is led into.
      const notes = [midi]
      while (notes.length < count) notes.push(walkIn(harmony.isScale, notes.at(-1)!, way))
      return { notes, goesOn: walkIn(next.isTone, notes.at(-1)!, way) }
    })
  return setOnInstrument(
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
  )
}

type Run = (
  harmony: Harmony,
  from: number,
  direction: 1 | -1,
  count: number,
  next: Harmony,
) => { readonly notes: readonly number[]; readonly goesOn: number }

/**
 * Runs of eighths through all chords, each from where the last one led; where one would leave the comfortable notes it turns,
 * from the other side of its first note.
 */
const joinedRuns = (
  { from, direction }: { readonly from: number; readonly direction: 1 | -1 },
  { analysis, spans, instrument }: Target,
  run: Run,
): readonly SetNote[] => {
  const { comfortLow, comfortHigh } = instrument.range
  const outside = (notes: readonly number[]) =>
    notes.reduce((sum, midi) => sum + Math.max(0, comfortLow - midi, midi - comfortHigh), 0)
  let at: number | undefined
  let way = direction
  return spans.flatMap((span, index) => {
    const harmony = harmonyRead(analysis, span.index)
    const following = spans[index + 1]
    const next = following ? harmonyRead(analysis, following.index) : harmony
    const count = Math.max(1, Math.floor(durationOf(span) / EIGHTH))
    at ??= firstNote(harmony, from, direction, instrument.range)
    const ways = [way, way === 1 ? -1 : 1] as const
    const runs = ways.map((one) => ({ way: one, ...run(harmony, at!, one, count, next) }))
    const best = runs.reduce((least, one) => (outside(one.notes) < outside(least.notes) ? one : least))
    way = best.way
    at = best.goesOn
    return best.notes.map((midi, place) => ({
      start: span.start + place * EIGHTH,
      duration: EIGHTH,
      midi,
    }))
  })
}

/** A degree near the end of the comfortable notes from which a run has the most room. */
const firstNote = (
  harmony: Harmony,
  degree: number,
  direction: 1 | -1,
  { comfortLow, comfortHigh }: Target['instrument']['range'],
): number => {
  const above = harmony.root + (shapeOver(harmony, String(degree))?.[0] ?? 0)
  return direction === 1
    ? above + OCTAVE * Math.ceil((comfortLow - above) / OCTAVE)
    : above + OCTAVE * Math.floor((comfortHigh - above) / OCTAVE)
}

/** One key's scale through all chords, a chord tone on the first beat of each. */
export const keyNotes = (_material: Of<'key'>, place: Target): readonly SetNote[] => {
  const { key } = centreOf(place.analysis, place.stretch)
  const tonic = pitchClassOf(fifthsOf(key.tonic))
  const steps = scaleSemitones(key.mode === 'major' ? 'ionian' : 'aeolian').map((step) => (tonic + step) % 12)
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
}
