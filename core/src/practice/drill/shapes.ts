import { type Harmony, hasPitch, STACK, walkIn } from '../../line/figures/harmony.ts'

/**
 * The notation for what a rung plays on a chord, one word per note: a degree by its number (1 3 5 7 8 9 11 13; 10,
 * 12, 14 are 3, 5, 7 an octave higher, `_` before it an octave lower; the chord, or else its scale, says how each is
 * altered), followed by `<` for the half step below, `>` for the scale note above, `>>` and `<<` for the next scale
 * note or two half steps below, `~` for the half step above (after a `>` with the same note, that one becomes `>>`).
 */
export type Shape = string

const WORD = /^(_?)(\d+)(<<|<|>>|>|~)?$/

/** The most notes of a player's own order. */
const MOST_IN_ORDER = 16

/**
 * A player's own order of degrees as a shape: “5 3 7 1”, “5-3-7-1”, “5371”, “R 3 5 7”; undefined if it is none, or longer
 * than 16 notes. Degrees go from 1 to 14; `<` and `>` after one approach it, `_` before it puts it an octave lower.
 *
 * @example readOrder('5-3-7-R') // '5 3 7 1'
 */
export const readOrder = (text: string): Shape | undefined => {
  const plain = text.trim().replace(/R/gi, '1')
  const words = /^[1-9]+$/.test(plain) ? [...plain] : plain.split(/[\s,;–-]+/)
  const fine = words.every((word) => {
    const degree = Number(WORD.exec(word)?.[2] ?? 0)
    return degree >= 1 && degree <= 14
  })
  return fine && words.length <= MOST_IN_ORDER ? words.join(' ') : undefined
}

/** The 5 of a dominant that has none of its own: the ♯5 of its scale, or the ♭5. */
const alteredFifth = ({ root, isScale, kind }: Harmony): number | undefined =>
  kind === 'dominant' ? [8, 6].find((above) => hasPitch(isScale, root + above)) : undefined

/** Half steps above the root of a degree by its number; undefined if neither chord nor scale has one. */
const degreeAbove = (harmony: Harmony, number: number): number | undefined => {
  const octave = number >= 8 ? 12 : 0
  const within = number >= 8 ? number - 7 : number
  const inStack = STACK.indexOf(within === 1 ? 'R' : (String(within) as '3'))
  if (inStack >= 0) {
    const above = harmony.stack[inStack] ?? (within === 5 ? alteredFifth(harmony) : undefined)
    return above === undefined ? undefined : above + octave
  }
  // The 2, 4 and 6 are the 9, 11 and 13 an octave lower.
  const above = harmony.stack[STACK.indexOf(String(within + 7) as '9')]
  return above === undefined ? undefined : above + octave
}

/** The half steps from the root of each note of a shape over a harmony; undefined if the harmony lacks one of them. */
export const shapeOver = (harmony: Harmony, shape: Shape): readonly number[] | undefined => {
  const notes: number[] = []
  for (const word of shape.split(' ')) {
    const [, lower, number, sign] = WORD.exec(word) ?? []
    if (number === undefined) throw new Error(`“${word}” is no note of a shape`)
    const target = degreeAbove(harmony, Number(number))
    if (target === undefined) return undefined
    const tone = lower === '_' ? target - 12 : target
    const note = signed(harmony, tone, sign)
    // If the scale note above is the half step above, the note before it comes from a step higher.
    if (sign === '~' && note === notes.at(-1)) notes[notes.length - 1] = signed(harmony, tone, '>>')
    notes.push(note)
  }
  return notes
}

const signed = (harmony: Harmony, target: number, sign: string | undefined): number => {
  const midi = harmony.root + 60 + target
  const inScale = (steps: number) => walkIn(harmony.isUpper, midi, steps) - 60 - harmony.root
  switch (sign) {
    case '<':
      return target - 1
    case '<<':
      return target - 2
    case '~':
      return target + 1
    case '>':
      return inScale(1)
    case '>>':
      return inScale(2)
    default:
      return target
  }
}

/**
 * How a shape that is shorter than its time continues: back the way it came, from its start, or holding its last
 * note.
 */
export type GoesOn = 'back' | 'again' | 'held'

/** A number of notes of a shape. */
export const filled = (shape: readonly number[], count: number, goesOn: GoesOn): readonly number[] => {
  if (goesOn === 'held' || shape.length === 1) return shape.slice(0, count)
  const round = goesOn === 'again' ? shape : [...shape, ...shape.slice(1, -1).reverse()]
  return Array.from({ length: count }, (_, at) => round[at % round.length]!)
}

/** A number of members of a pitch-class set from a degree of a harmony up or down, in half steps from the root. */
const walkFrom = (
  harmony: Harmony,
  set: readonly boolean[],
  degree: number,
  direction: 1 | -1,
  count: number,
): readonly number[] | undefined => {
  const start = degreeAbove(harmony, degree)
  if (start === undefined) return undefined
  const zero = harmony.root + 60
  if (!hasPitch(set, zero + start)) return undefined
  const notes = [zero + start]
  while (notes.length < count) notes.push(walkIn(set, notes.at(-1)!, direction))
  return notes.map((midi) => midi - zero)
}

/** The scale of a harmony from a degree. */
export const scaleFrom = (harmony: Harmony, degree: number, direction: 1 | -1, count: number) =>
  walkFrom(harmony, harmony.isScale, degree, direction, count)

/** The tones of a harmony from the one at a degree; undefined if that is no tone. */
export const tonesFrom = (harmony: Harmony, degree: number, direction: 1 | -1, count: number) =>
  walkFrom(harmony, harmony.isTone, degree, direction, count)

/** Whether a note, in half steps from the root, is a tone of the harmony. */
export const isToneOf = (harmony: Harmony, above: number): boolean =>
  hasPitch(harmony.isTone, harmony.root + 60 + above)
