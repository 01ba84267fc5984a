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

type Variants = readonly [Variant, ...Variant[]]

/** Where a scale starts, by the chord tone that it goes up or down from. */
const STARTS = {
  up: { '1': 1, '3': 3, '5': 5, '7': 7 },
  down: { '1': 8, '3': 10, '5': 12, '7': 7 },
} as const
const TONES = ['1', '3', '5', '7'] as const

/** Scales, or scales that land, from each chord tone; each chord from its own, or going on from where the last one led. */
export const scaleWays = (by: 'scale' | 'landing', onwards: string): Variants => {
  const way = (from: (typeof TONES)[number], direction: 'up' | 'down', joined: boolean) =>
    chosen(
      { from, direction, 'next chord': joined ? onwards : 'from its own tone' },
      {
        by,
        from: STARTS[direction][from],
        direction: direction === 'up' ? 1 : -1,
        ...(joined ? { joined } : {}),
      },
    )
  const directions = by === 'scale' ? (['up', 'down'] as const) : (['down', 'up'] as const)
  return [false, true].flatMap((joined) =>
    directions.flatMap((direction) => TONES.map((tone) => way(tone, direction, joined))),
  ) as unknown as Variants
}

/** A shape whole on every chord: in sixteenths where it has half a bar. */
export const wholeIn = (shape: Shape): Variant => ({
  name: 'all of it on half a bar too, in sixteenths',
  material: { by: 'shapes', shapes: [shape], goesOn: 'back', whole: true },
})

/**
 * An approach note into each tone, upwards and downwards: the tones on the beats, each approach before its beat, or the
 * approaches on the beats; on half a bar half of it in eighths, or all of it in sixteenths.
 */
export const approaches = (up: Shape, down: Shape): Variants =>
  [false, true].flatMap((whole) =>
    [true, false].flatMap((early) =>
      [up, down].map((shape) =>
        chosen(
          {
            direction: shape === up ? 'up' : 'down',
            'the tone': early ? 'on the beat' : 'off the beat',
            'half a bar': whole ? 'all four tones, in sixteenths' : 'two tones, in eighths',
          },
          {
            by: 'shapes',
            shapes: [shape],
            goesOn: 'back',
            ...(early ? { early } : {}),
            ...(whole ? { whole } : {}),
          },
        ),
      ),
    ),
  ) as unknown as Variants

/** What is played around a tone, T: all of a figure, or one of its halves. */
const AROUND = {
  two: 'T> T< T',
  three: 'T> T~ T< T',
  four: 'T> T~ T<< T< T',
  'the half below': 'T< T',
  'the half above': 'T> T',
} as const
/** What follows each tone, and what comes before its figure if that begins an eighth later. */
const AROUND_TONES = {
  'the 3': { tone: '3', lead: '1', on: '5 7 8 7 5 3' },
  'the 5': { tone: '5', lead: '3', on: '7 8 7 5 3 1' },
  'the 1': { tone: '1', lead: '5', on: '3 5 7 5 3 5' },
  'the 7': { tone: '7', lead: '5', on: '8 7 5 3 5 3' },
} as const

/** Figures around each chord tone, with the tone on a beat or off it; the halves of a figure can be played alone. */
export const enclosures = (): Variants =>
  keysOf(AROUND).flatMap((notes) =>
    keysOf(AROUND_TONES).flatMap((around) =>
      (['on the beat', 'off the beat'] as const).map((target) => {
        const { tone, lead, on } = AROUND_TONES[around]
        const figure = AROUND[notes].replaceAll('T', tone)
        // Without a note before it, a figure's tone is on a beat if an even number of notes comes before.
        const isOn = (figure.split(' ').length - 1) % 2 === 0
        const shape = `${isOn === (target === 'on the beat') ? '' : `${lead} `}${figure} ${on}`
        return chosen(
          { notes, around, 'the tone': target },
          { by: 'shapes', shapes: [shape], goesOn: 'again' },
        )
      }),
    ),
  ) as unknown as Variants

const keysOf = <T extends object>(table: T) => Object.keys(table) as (keyof T)[]

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
