import type { Unit } from './limits.ts'
import type { Material, Variant } from './rung.ts'
import type { GoesOn, Shape } from './shapes.ts'

/** A shape, or several of which the best connected one is played, with a name. */
export const shapes = (
  name: string,
  shape: Shape | readonly Shape[],
  goesOn: GoesOn = 'back',
  unit?: Unit,
): Variant => ({
  name,
  material: { by: 'shapes', shapes: typeof shape === 'string' ? [shape] : shape, goesOn },
  ...(unit ? { unit } : {}),
})

/** Options named by the values chosen. */
const SAID: readonly string[] = ['from', 'into', 'around']

/** A variant selected by several options: its name lists their values. */
export const chosen = (
  options: Readonly<Record<string, string>>,
  material: Material,
  unit?: Unit,
): Variant => ({
  name: Object.entries(options)
    .map(([option, value], at) => {
      if (SAID.includes(option)) return `${at > 0 ? ' ' : ''}${option} ${value}`
      return `${at > 0 ? ', ' : ''}${value}`
    })
    .join(''),
  material,
  options,
  ...(unit ? { unit } : {}),
})

/** One, two and three eighths into some degrees. */
export const pickupsInto = (into: string, degrees: readonly (3 | 7)[]): readonly [Variant, ...Variant[]] => {
  const way = (length: string, notes: 1 | 2 | 3) =>
    chosen({ length, into }, { by: 'pickup', notes, into: degrees })
  return [way('one', 1), way('two', 2), way('three', 3)]
}

/** Scales, or scales that land, from a chord tone. */
export const scaleWay = (
  by: 'scale' | 'landing',
  from: '1' | '3' | '5' | '7',
  direction: 'up' | 'down',
  start: number,
): Variant => chosen({ from, direction }, { by, from: start, direction: direction === 'up' ? 1 : -1 })

/** A shape around a tone: how many notes before it, and which tone. */
export const around = (notes: 'two' | 'three' | 'four', tone: string, shape: Shape): Variant =>
  chosen({ notes, around: tone }, { by: 'shapes', shapes: [shape], goesOn: 'back' })

/** A cell by its figure from the root, and the degree it starts from. */
export const cell = (figure: string, from: '1' | '3' | '5', shape: Shape): Variant =>
  chosen({ figure, from }, { by: 'shapes', shapes: [shape], goesOn: 'again' })

/** A shape of an inversion, up or down, in quarters or eighths. */
export const inversion = (up: Shape, down: Shape): readonly [Variant, ...Variant[]] => {
  const way = (direction: 'up' | 'down', rhythm: 'quarters' | 'eighths') =>
    chosen(
      { direction, rhythm },
      { by: 'shapes', shapes: [direction === 'up' ? up : down], goesOn: 'back' },
      rhythm,
    )
  return [way('up', 'quarters'), way('down', 'quarters'), way('up', 'eighths'), way('down', 'eighths')]
}
