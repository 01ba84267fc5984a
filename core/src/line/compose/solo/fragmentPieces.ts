import type { ChordKind } from '../../../theory/chord/chord.ts'
import { type Degree, degreeSemitones } from '../../../theory/pitch/degree.ts'
import { pitchClass } from '../../../theory/pitch/interval.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../../theory/rhythm/ticks.ts'
import { hasPitch } from '../../figures/harmony.ts'
import type { Brief } from '../brief.ts'
import { eighthAt, type Ground, type Segment } from './ground.ts'
import {
  clashes,
  hasReason,
  isInside,
  notePrice,
  type Piece,
  type PlacedNote,
  pieceOf,
  rangePrice,
} from './piece.ts'
import { SOLO_PRICES } from './prices.ts'
import { VARIANTS, type Variant } from './variants.ts'

/** The degrees that belong to a kind of chord without any alteration: what else a fragment has is chromatic on purpose. */
const NATURAL: Readonly<Partial<Record<ChordKind, readonly Degree[]>>> = {
  major: ['R', '9', '3', '11', '#11', '5', '13', '6', '7'],
  minor: ['R', '9', 'b3', '11', '5', '13', '6', 'b13', 'b7'],
  tonicMinor: ['R', '9', 'b3', '11', '5', '13', '6', '7', 'b7'],
  dominant: ['R', '9', '3', '11', '5', '13', '6', 'b7'],
  sus: ['R', '9', '4', '11', '5', '13', '6', 'b7'],
  halfDiminished: ['R', '9', 'b9', 'b3', '11', 'b5', 'b13', 'b7'],
  diminished: ['R', '9', 'b3', '11', 'b5', 'b13', 'bb7', '7'],
  augmented: ['R', '9', '3', '#11', '#5', '7', 'b7'],
}

/** Degrees of a dominant's altered scales, which resolve with it. */
const ALTERED: readonly Degree[] = ['b9', '#9', '#11', 'b5', '#5', 'b13']

const MOST_BENT = 2

/** Which fragments may come, and what each costs besides. */
export type FragmentChoice = (variant: Variant) => number | undefined

/** Kinds of chord that a fragment's chord may stand for. */
const STANDS_FOR: Readonly<Partial<Record<ChordKind, readonly ChordKind[]>>> = {
  minor: ['minor', 'tonicMinor'],
  tonicMinor: ['tonicMinor', 'minor'],
  major: ['major'],
  sus: ['sus', 'dominant'],
}
const fitsKind = (wanted: ChordKind, there: ChordKind): boolean =>
  wanted === there || (STANDS_FOR[wanted]?.includes(there) ?? false)

/** Every fragment at every place of the changes where it fits, in every octave of the range; it yields between chords. */
export function* fragmentPieces(
  ground: Ground,
  range: Brief['range'],
  choice: FragmentChoice,
): Generator<void, readonly Piece[], void> {
  const pieces: Piece[] = []
  const kinds = [...VARIANTS.keys()]
  for (const [index, segment] of ground.segments.entries()) {
    yield
    for (const kind of kinds) {
      if (!fitsKind(kind, segment.harmony.kind)) continue
      for (const variant of VARIANTS.get(kind)!) {
        const extra = choice(variant)
        if (extra === undefined) continue
        for (const { shift, price } of placesOf(ground, variant, index))
          placed(ground, range, variant, index, shift, SOLO_PRICES.fragment + extra + price, pieces)
      }
    }
  }
  return pieces
}

/** The shifts, in ticks, that bring a variant over the chords from a segment on. */
const placesOf = (
  { segments, beat, stride, start, end }: Ground,
  { chords, notes }: Variant,
  index: number,
): readonly { readonly shift: Ticks; readonly price: number }[] => {
  const first = chords[0]!
  const segment = segments[index]!
  for (let at = 1; at < chords.length; at += 1) {
    const there = segments[index + at]
    const chord = chords[at]!
    if (!there || there.start !== segments[index + at - 1]!.end) return []
    if (!fitsKind(chord.kind, there.harmony.kind)) return []
    if (pitchClass(there.harmony.root - segment.harmony.root) !== pitchClass(chord.root - first.root))
      return []
    if (at < chords.length - 1 && there.end - there.start !== chord.length) return []
  }
  const begins = notes[0]!.onset
  const ends = notes.at(-1)!.onset
  const lastEnd = segments[index + chords.length - 1]!.end
  const fits = (shift: Ticks) =>
    begins + shift >= start &&
    ends + shift < Math.min(lastEnd, end) &&
    notesOnTheirChords(segments, index, notes, chords, shift)
  if (chords.length > 1) {
    const shift = segments[index + 1]!.start - chords[1]!.start
    return fits(shift) ? [{ shift, price: 0 }] : []
  }
  const shifts: { shift: Ticks; price: number }[] = []
  const home = segment.start - first.start
  const isPickup = begins < first.start
  if (isPickup) return fits(home) ? [{ shift: home, price: 0 }] : []
  for (let shift = home - stride; begins + shift < lastEnd; shift += beat) {
    if (begins + shift < segment.start - EIGHTH || !fits(shift)) continue
    shifts.push({ shift, price: (shift - home) % stride === 0 ? 0 : SOLO_PRICES.displaced })
  }
  return shifts
}

/** Each note sounds over its own chord, at most three eighths before it. */
const notesOnTheirChords = (
  segments: readonly Segment[],
  index: number,
  notes: Variant['notes'],
  chords: Variant['chords'],
  shift: Ticks,
): boolean => {
  const low = notes.reduce((least, { chord }) => Math.min(least, chord), Number.POSITIVE_INFINITY)
  return notes.every(({ onset, chord }) => {
    const { start, end } = segments[index + chord - low]!
    const tick = onset + shift
    return tick < end && tick >= start - (chords.length === 1 || chord === low ? 4 : 2) * EIGHTH
  })
}

/** One variant at one place, in each octave. */
const placed = (
  ground: Ground,
  range: Brief['range'],
  variant: Variant,
  index: number,
  shift: Ticks,
  price: number,
  pieces: Piece[],
): void => {
  const fitted = fittedSemitones(ground, variant, index)
  if (!fitted) return
  const { offsets, bent, first } = fitted
  const low = Math.min(...offsets)
  const high = Math.max(...offsets)
  for (
    let base = first + 12 * Math.ceil((range.low - low - first) / 12);
    base + high <= range.high;
    base += 12
  ) {
    const notes: PlacedNote[] = []
    let cost = price + variant.price + bent * SOLO_PRICES.bent
    for (let at = 0; at < offsets.length; at += 1) {
      const { onset, duration } = variant.notes[at]!
      const midi = base + offsets[at]!
      const start = onset + shift
      notes.push({ start, duration, midi })
      cost += FAMILIAR * notePrice(ground, start, duration, midi) + rangePrice(range, midi) / 2
    }
    if (!resolved(ground, notes) || clashes(ground, notes)) continue
    for (let at = 1; at < notes.length; at += 1) cost += innerPrice(ground, variant, notes, at)
    if (variant.notes.some(({ duration }) => duration === QUARTER / 3))
      cost = Math.max(0, cost - SOLO_PRICES.triplet)
    pieces.push(pieceOf(ground, notes, { kind: 'fragment', id: variant.fragment.id }, cost))
  }
}

/** Silences inside a fragment, and leaps where its chord changes. */
const innerPrice = (
  ground: Ground,
  { notes: written }: Variant,
  notes: readonly PlacedNote[],
  at: number,
): number => {
  const [before, note] = [notes[at - 1]!, notes[at]!]
  const rest = note.start - before.start - before.duration
  const silence = rest > EIGHTH ? SOLO_PRICES.innerSilence : rest > 0 ? SOLO_PRICES.innerRest : 0
  const heard = ground.at[eighthAt(ground, note.start)] !== ground.at[eighthAt(ground, before.start)]
  const strong =
    (note.start - ground.start) % EIGHTH === 0 && ground.strength[eighthAt(ground, note.start)] === 2
  const half = !strong || rest > 0 || Math.abs(note.midi - before.midi) === 1 ? 0 : SOLO_PRICES.noHalfStep
  if (!heard || Math.abs(note.midi - before.midi) <= 2) return silence + half
  // A fragment that begins a little before its chord has that chord's notes already: a leap into it matters less.
  const early = written[at]!.chord === written[at - 1]!.chord
  const joins = early ? ground.joins - 1 + SOLO_PRICES.earlyJump : ground.joins
  return silence + half + SOLO_PRICES.innerJump * joins
}

/** What a note of a fragment costs, of what it would cost alone. */
const FAMILIAR = 0.5

/** Half steps of each note from the first, fitted to the chords at hand; undefined where too much would change. */
const fittedSemitones = (
  { segments }: Ground,
  { notes, firstChord }: Variant,
  index: number,
): { readonly offsets: readonly number[]; readonly bent: number; readonly first: number } | undefined => {
  let bent = 0
  let at = 0
  let first = 0
  const offsets: number[] = []
  let before = 0
  for (let place = 0; place < notes.length; place += 1) {
    const note = notes[place]!
    const segment = segments[index + note.chord - firstChord]!
    const bend = bendOf(segment, note.degree, notes[place + 1]?.interval)
    if (bend === undefined) return undefined
    if (bend !== 0) bent += 1
    if (bent > MOST_BENT) return undefined
    if (place === 0) first = pitchClass(segment.harmony.root + degreeSemitones(note.degree) + bend)
    else at += note.interval + bend - before
    before = bend
    offsets.push(at)
  }
  return { offsets, bent, first }
}

/** By how many half steps a degree changes over a chord: none, one, or undefined where it can't stand. */
const bendOf = (segment: Segment, degree: Degree, next: number | undefined): number | undefined => {
  const { harmony, resolves } = segment
  const midi = harmony.root + degreeSemitones(degree)
  if (hasPitch(harmony.isScale, midi)) return 0
  if (NATURAL[harmony.kind]?.includes(degree)) {
    const up = hasPitch(harmony.isScale, midi + 1)
    const down = hasPitch(harmony.isScale, midi - 1)
    if (!up && !down) return undefined
    return down ? -1 : 1
  }
  if (harmony.kind === 'dominant' && ALTERED.includes(degree) && resolves) return 0
  // Chromatic on purpose: it has to move on by a half step, or round its target.
  return next !== undefined && Math.abs(next) <= 3 ? 0 : undefined
}

/** Whether every note outside its scale has a reason. */
const resolved = (ground: Ground, notes: readonly PlacedNote[]): boolean =>
  notes.every(
    ({ start, midi, duration }, at) =>
      isInside(ground, start, midi) || (duration <= QUARTER && hasReason(ground, notes, at)),
  )
