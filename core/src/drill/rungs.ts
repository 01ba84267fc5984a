import type { ChordKind } from '../chord/chord.ts'
import type { Degree } from '../pitch/degree.ts'
import { FREE_ROWS } from './freeRungs.ts'
import type { FreeLimits, Unit } from './limits.ts'
import type { GoesOn, Shape } from './shapes.ts'

/** What is played on each chord, by how it is made. */
export type Material =
  /** Shapes over the chord's ground; of several, the one that joins best. */
  | { readonly by: 'shapes'; readonly shapes: readonly Shape[]; readonly goesOn: GoesOn }
  /** Chord tones without a stop, up one chord and down the next, each from the nearest tone. */
  | { readonly by: 'nearest' }
  /** The chord's own scale from a degree. */
  | { readonly by: 'scale'; readonly from: number; readonly direction: 1 | -1 }
  /** The same with the half steps that bring a chord tone onto the next strong place. */
  | { readonly by: 'landing'; readonly from: number; readonly direction: 1 | -1 }
  /** One key's scale through all chords, a chord tone on the first beat of each. */
  | { readonly by: 'key' }
  /** The third and seventh of each chord into the next. */
  | { readonly by: 'guides'; readonly length: 'half' | 'whole' }
  /** Rests, and so many eighths by step into the third or seventh of the coming chord. */
  | { readonly by: 'pickup'; readonly notes: 1 | 2 | 3 }
  /** A shape over the V through both chords of a ii–V; chords outside one have their own. */
  | { readonly by: 'five'; readonly shapes: readonly Shape[] }
  /** A shape over other chords that are played in the place of each ii–V. */
  | { readonly by: 'road'; readonly road: 'tritone' | 'backdoor' | 'minorFour' | 'throughHalfSteps' }
  /** Degrees that are neither the chord's nor its scale's, each above (or below) the one before, in eighths and back. */
  | { readonly by: 'degrees'; readonly degrees: readonly Degree[]; readonly direction: 1 | -1 }
  /** A kept line as it is written. */
  | { readonly by: 'line' }
  /** The player makes the line, within the variant's limits. */
  | { readonly by: 'player'; readonly limits: FreeLimits }

/** One way to play a rung: what the player chooses between. */
export interface Variant {
  readonly name: string
  readonly material: Material
  /** Where left out, the row's. */
  readonly unit?: Unit
}

export interface RungRow {
  readonly id: string
  readonly grade: number
  readonly gradeName: string
  readonly name: string
  readonly kind: 'set' | 'free'
  /** What is played, in a player's words. */
  readonly asks: string
  readonly unit: Unit
  /** bpm from which to which the ladder goes. */
  readonly tempo: { readonly from: number; readonly to: number }
  /** The ways to play it, the usual one first. */
  readonly variants: readonly [Variant, ...Variant[]]
  /** Over these chords only; the others rest. */
  readonly only?: readonly ChordKind[]
}

const GRADES = [
  '',
  'Ground',
  'Outlines',
  'Chord tones, free',
  'Joins',
  'Approaches',
  'Scales',
  'Vocabulary',
  'Colours',
  'Lines',
] as const

const shapes = (
  name: string,
  shape: Shape | readonly Shape[],
  goesOn: GoesOn = 'back',
  unit?: Unit,
): Variant => ({
  name,
  material: { by: 'shapes', shapes: typeof shape === 'string' ? [shape] : shape, goesOn },
  ...(unit ? { unit } : {}),
})

type Row = Omit<RungRow, 'gradeName' | 'kind' | 'tempo'> & { readonly tempo: readonly [number, number] }

/** The rungs whose notes are given, in the order in which a player climbs them (the ladder; common practice, no source). */
const ROWS = [
  {
    id: 'roots',
    grade: 1,
    name: 'roots',
    asks: 'the root of each chord, as long as it lasts',
    unit: 'whole',
    tempo: [80, 160],
    variants: [shapes('whole notes', '1', 'held'), shapes('half notes', '1', 'again', 'halves')],
  },
  {
    id: 'roots-thirds',
    grade: 1,
    name: 'roots and thirds',
    asks: 'root and third of each chord, in halves',
    unit: 'halves',
    tempo: [80, 160],
    variants: [shapes('up', '1 3'), shapes('down', '3 1')],
  },
  {
    id: 'thirds',
    grade: 1,
    name: 'thirds',
    asks: 'the third of each chord, as long as it lasts',
    unit: 'whole',
    tempo: [80, 160],
    variants: [shapes('whole notes', '3', 'held')],
  },
  {
    id: 'triads',
    grade: 1,
    name: 'triads',
    asks: '1 3 5 of each chord in a pattern of eighths',
    unit: 'eighths',
    tempo: [60, 140],
    variants: [
      shapes('1 3 5 3', '1 3 5 3', 'again'),
      shapes('1 5 3 5', '1 5 3 5', 'again'),
      shapes('5 3 1 3', '5 3 1 3', 'again'),
      shapes('1 3 5 8', '1 3 5 8'),
    ],
  },
  {
    id: 'outline-up',
    grade: 2,
    name: 'outline up',
    asks: '1 3 5 7 of each chord, in quarters; in eighths where a chord has half a bar',
    unit: 'quarters',
    tempo: [60, 180],
    variants: [shapes('quarters', '1 3 5 7'), shapes('eighths', '1 3 5 7', 'back', 'eighths')],
  },
  {
    id: 'outline-down',
    grade: 2,
    name: 'outline down',
    asks: '7 5 3 1 of each chord',
    unit: 'quarters',
    tempo: [60, 180],
    variants: [shapes('quarters', '7 5 3 1'), shapes('eighths', '7 5 3 1', 'back', 'eighths')],
  },
  {
    id: 'from-3',
    grade: 2,
    name: 'from the 3',
    asks: 'the outline begun on the third',
    unit: 'quarters',
    tempo: [60, 180],
    variants: [shapes('up', '3 5 7 8'), shapes('down', '10 8 7 5')],
  },
  {
    id: 'from-5',
    grade: 2,
    name: 'from the 5',
    asks: 'the outline begun on the fifth',
    unit: 'quarters',
    tempo: [60, 180],
    variants: [shapes('up', '5 7 8 10'), shapes('down', '5 3 1 _7')],
  },
  {
    id: 'from-7',
    grade: 2,
    name: 'from the 7',
    asks: 'the outline begun on the seventh',
    unit: 'quarters',
    tempo: [60, 180],
    variants: [shapes('up', '7 8 10 12'), shapes('down', '14 12 10 8')],
  },
  {
    id: 'to-the-9',
    grade: 2,
    name: 'to the 9 and back',
    asks: '1 3 5 7 9 7 5 3 without a stop',
    unit: 'eighths',
    tempo: [60, 180],
    variants: [shapes('eighths', '1 3 5 7 9 7 5 3')],
  },
  {
    id: 'nearest-join',
    grade: 2,
    name: 'nearest join',
    asks: 'chord tones up one chord and down the next, each begun on the nearest',
    unit: 'eighths',
    tempo: [60, 180],
    variants: [{ name: 'eighths', material: { by: 'nearest' } }],
  },
  {
    id: 'other-orders',
    grade: 2,
    name: 'other orders, broken',
    asks: 'the four tones in another order',
    unit: 'eighths',
    tempo: [60, 160],
    variants: [
      shapes('1 5 3 7', '1 5 3 7', 'again'),
      shapes('3 1 7 5', '3 1 7 5', 'again'),
      shapes('7 1 5 3', '7 1 5 3', 'again'),
      shapes('root, then 3 5 7 below', '8 3 5 7', 'again'),
    ],
  },
  {
    id: 'guide-tones',
    grade: 4,
    name: 'guide tones',
    asks: '3 to 7 and 7 to 3 through the changes',
    unit: 'halves',
    tempo: [80, 200],
    variants: [
      { name: 'halves', material: { by: 'guides', length: 'half' } },
      { name: 'wholes', material: { by: 'guides', length: 'whole' } },
    ],
  },
  {
    id: 'from-below',
    grade: 5,
    name: 'from below',
    asks: 'the half step below into each tone',
    unit: 'eighths',
    tempo: [60, 180],
    variants: [shapes('triad and 7', '1< 1 3< 3 5< 5 7< 7'), shapes('downwards', '7< 7 5< 5 3< 3 1< 1')],
  },
  {
    id: 'lower-neighbour',
    grade: 5,
    name: 'lower neighbour',
    asks: 'each tone, the half step below, and the tone again',
    unit: 'eighths',
    tempo: [60, 160],
    variants: [shapes('on 1 and 3', '1 1< 1 3 3< 3 5 3'), shapes('on 5 and 7', '5 5< 5 7 7< 7 8 7')],
  },
  {
    id: 'from-above',
    grade: 5,
    name: 'from above',
    asks: 'the note of the scale above into each tone',
    unit: 'eighths',
    tempo: [60, 160],
    variants: [shapes('upwards', '1> 1 3> 3 5> 5 7> 7'), shapes('downwards', '7> 7 5> 5 3> 3 1> 1')],
  },
  {
    id: 'turn',
    grade: 5,
    name: 'turn',
    asks: 'above, on, below and on each tone',
    unit: 'eighths',
    tempo: [60, 160],
    variants: [shapes('on 1 and 3', '1> 1 1< 1 3> 3 3< 3'), shapes('on 5 and 7', '5> 5 5< 5 7> 7 7< 7')],
  },
  {
    id: 'below-above',
    grade: 5,
    name: 'below and above',
    asks: 'in triplets, the tone third',
    unit: 'triplets',
    tempo: [50, 120],
    variants: [
      shapes('below first', '1< 1> 1 3< 3> 3 5< 5> 5 7< 7> 7'),
      shapes('above first', '1> 1< 1 3> 3< 3 5> 5< 5 7> 7< 7'),
    ],
  },
  {
    id: 'enclosures',
    grade: 5,
    name: 'enclosures',
    asks: 'two, three and four notes around a tone, then the tone',
    unit: 'eighths',
    tempo: [60, 180],
    variants: [
      shapes('two around 3 and 5', '3> 3< 3 5> 5< 5 7 8'),
      shapes('three around the 3', '3> 3~ 3< 3 5 7 8 7'),
      shapes('four around the 3', '3> 3~ 3<< 3< 3 5 7 5'),
      shapes('two around 5 and 7', '5> 5< 5 7> 7< 7 8 7'),
    ],
  },
  {
    id: 'delayed',
    grade: 5,
    name: 'delayed resolution',
    asks: 'a chromatic note on beat 1, home an eighth or two later',
    unit: 'eighths',
    tempo: [60, 160],
    variants: [
      shapes('from below, an eighth', '3< 3 5 7 8 7 5 3'),
      shapes('from above, an eighth', '3~ 3 1 3 5 3 1 3'),
      shapes('around, two eighths', '3> 3< 3 5 7 5 3 1'),
    ],
  },
  {
    id: 'pickups',
    grade: 5,
    name: 'pickups',
    asks: 'eighths by step into the 3 or 7 of the next chord',
    unit: 'eighths',
    tempo: [70, 200],
    variants: [
      { name: 'one', material: { by: 'pickup', notes: 1 } },
      { name: 'two', material: { by: 'pickup', notes: 2 } },
      { name: 'three', material: { by: 'pickup', notes: 3 } },
    ],
  },
  {
    id: 'one-key',
    grade: 6,
    name: 'one key',
    asks: 'the key’s scale through the changes, a chord tone on the first beat',
    unit: 'eighths',
    tempo: [70, 220],
    variants: [{ name: 'eighths', material: { by: 'key' } }],
  },
  {
    id: 'chord-scales',
    grade: 6,
    name: 'chord scales',
    asks: 'each chord’s own scale',
    unit: 'eighths',
    tempo: [60, 200],
    variants: [
      { name: 'from 1, up', material: { by: 'scale', from: 1, direction: 1 } },
      { name: 'from 3, up', material: { by: 'scale', from: 3, direction: 1 } },
      { name: 'from 5, up', material: { by: 'scale', from: 5, direction: 1 } },
      { name: 'from 7, up', material: { by: 'scale', from: 7, direction: 1 } },
      { name: 'from 8, down', material: { by: 'scale', from: 8, direction: -1 } },
      { name: 'from 7, down', material: { by: 'scale', from: 7, direction: -1 } },
    ],
  },
  {
    id: 'landings',
    grade: 6,
    name: 'landings',
    asks: 'the scale down with the half steps that make it land',
    unit: 'eighths',
    tempo: [60, 220],
    variants: [
      { name: 'from 1', material: { by: 'landing', from: 8, direction: -1 } },
      { name: 'from 3', material: { by: 'landing', from: 10, direction: -1 } },
      { name: 'from 5', material: { by: 'landing', from: 12, direction: -1 } },
      { name: 'from 7', material: { by: 'landing', from: 7, direction: -1 } },
    ],
  },
  {
    id: 'cell',
    grade: 7,
    name: 'cell through the chords',
    asks: 'a cell of four notes on each chord',
    unit: 'eighths',
    tempo: [60, 180],
    variants: [
      shapes('1 2 3 5', '1 2 3 5', 'again'),
      shapes('3 5 7 9', '3 5 7 9', 'again'),
      shapes('5 3 2 1', '5 3 2 1', 'again'),
      shapes('1 3 5 6', '1 3 5 6', 'again'),
    ],
  },
  {
    id: 'cell-turned',
    grade: 7,
    name: 'cell turned over',
    asks: 'the cell turned over, and with an approach before it',
    unit: 'eighths',
    tempo: [60, 180],
    variants: [
      shapes('1 2 3 5, back', '1 2 3 5 5 3 2 1'),
      shapes('with an approach', '1< 1 2 3 5 3 2 1'),
      shapes('from the 3, over', '10 9 8 7 5 7 8 9'),
    ],
  },
  {
    id: 'v-through-both',
    grade: 7,
    name: 'V through both',
    asks: 'the V’s tones over the ii and the V',
    unit: 'eighths',
    tempo: [70, 200],
    variants: [
      { name: 'from the 3', material: { by: 'five', shapes: ['3 5 7 9 7 5 3 1'] } },
      { name: 'from the 9', material: { by: 'five', shapes: ['9 7 5 3 1 3 5 7'] } },
    ],
  },
  {
    id: 'diminished',
    grade: 8,
    name: 'diminished from the 3',
    asks: 'minor thirds up from the third of each dominant: its ♭9',
    unit: 'eighths',
    tempo: [60, 180],
    only: ['dominant'],
    variants: [shapes('up', '3 5 7 8~ 7 5 3 1'), shapes('down', '8~ 7 5 3 5 7 8~ 8')],
  },
  {
    id: 'altered',
    grade: 8,
    name: 'altered',
    asks: 'the altered scale on each dominant',
    unit: 'eighths',
    tempo: [60, 180],
    only: ['dominant'],
    variants: [
      {
        name: 'up',
        material: { by: 'degrees', degrees: ['R', 'b9', '#9', '3', '#11', 'b13', 'b7'], direction: 1 },
      },
      {
        name: 'down',
        material: { by: 'degrees', degrees: ['b7', 'b13', '#11', '3', '#9', 'b9', 'R'], direction: -1 },
      },
    ],
  },
  {
    id: 'half-diminished',
    grade: 8,
    name: 'half-diminished on the ♭7',
    asks: 'on each dominant the half-diminished chord of its ♭7: ♭7 ♭9 3 ♭13',
    unit: 'eighths',
    tempo: [60, 180],
    only: ['dominant'],
    variants: [
      { name: 'up', material: { by: 'degrees', degrees: ['b7', 'b9', '3', 'b13'], direction: 1 } },
      { name: 'down', material: { by: 'degrees', degrees: ['b13', '3', 'b9', 'b7'], direction: -1 } },
    ],
  },
  {
    id: 'other-roads',
    grade: 8,
    name: 'other roads',
    asks: 'other chords in the place of each ii–V, outlined',
    unit: 'eighths',
    tempo: [60, 180],
    variants: [
      { name: 'tritone', material: { by: 'road', road: 'tritone' } },
      { name: 'backdoor', material: { by: 'road', road: 'backdoor' } },
      { name: 'minor iv', material: { by: 'road', road: 'minorFour' } },
      { name: 'through half steps', material: { by: 'road', road: 'throughHalfSteps' } },
    ],
  },
  {
    id: 'your-line',
    grade: 9,
    name: 'your line',
    asks: 'a line from Line, as written',
    unit: 'eighths',
    tempo: [60, 300],
    variants: [{ name: 'as written', material: { by: 'line' } }],
  },
] as const satisfies readonly Row[]

/** A kind of exercise of the ladder. */
export type RungId = (typeof ROWS)[number]['id'] | (typeof FREE_ROWS)[number]['id']

type NamedRow = RungRow & { readonly id: RungId }

const SET_RUNGS: readonly NamedRow[] = ROWS.map((row: Row & { id: RungId }) => ({
  ...row,
  kind: 'set',
  gradeName: GRADES[row.grade]!,
  tempo: { from: row.tempo[0], to: row.tempo[1] },
}))

const FREE_RUNGS: readonly NamedRow[] = FREE_ROWS.map(
  ({ ways, tempo: [from, to], ...row }): NamedRow => ({
    ...row,
    kind: 'free',
    gradeName: GRADES[row.grade]!,
    tempo: { from, to },
    variants: ways.map(
      ({ name, limits }): Variant => ({ name, material: { by: 'player', limits } }),
    ) as unknown as RungRow['variants'],
  }),
)

/** All rungs, grade by grade; in a grade those whose notes are given come first. */
export const RUNGS: readonly NamedRow[] = [...SET_RUNGS, ...FREE_RUNGS].sort((a, b) => a.grade - b.grade)

const BY_ID = new Map(RUNGS.map((row) => [row.id, row]))

export const rungOf = (id: RungId): RungRow => BY_ID.get(id)!

/** The limits of a free rung played one of its ways; undefined for a rung whose notes are given. */
export const limitsOf = (id: RungId, variant = 0): FreeLimits | undefined => {
  const { variants } = rungOf(id)
  const { material } = variants[variant] ?? variants[0]
  return material.by === 'player' ? material.limits : undefined
}
