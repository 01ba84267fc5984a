import type { SetRow } from '../rung.ts'
import { approaches, enclosures, pickupsInto, shapes, wholeIn } from '../ways.ts'

/** Approach notes and enclosures: grade 5. */
export const APPROACH_ROWS = [
  {
    id: 'from-below',
    grade: 5,
    name: 'from below',
    asks: 'the half step below into each tone of the triad and the 7',
    unit: 'eighths',
    tempo: [60, 180],
    variants: approaches('1< 1 3< 3 5< 5 7< 7', '7< 7 5< 5 3< 3 1< 1'),
  },
  {
    id: 'lower-neighbour',
    grade: 5,
    name: 'lower neighbour',
    asks: 'each tone, the half step below, and the tone again',
    unit: 'eighths',
    tempo: [60, 160],
    variants: [
      shapes('on 1 and 3', '1 1< 1 3 3< 3 5 3'),
      shapes('on 5 and 7', '5 5< 5 7 7< 7 8 7'),
      wholeIn('1 1< 1 3 3< 3 5 3'),
    ],
  },
  {
    id: 'from-above',
    grade: 5,
    name: 'from above',
    asks: 'the note of the scale above into each tone',
    unit: 'eighths',
    tempo: [60, 160],
    variants: approaches('1> 1 3> 3 5> 5 7> 7', '7> 7 5> 5 3> 3 1> 1'),
  },
  {
    id: 'turn',
    grade: 5,
    name: 'turn',
    asks: 'above, on, below and on each tone',
    unit: 'eighths',
    tempo: [60, 160],
    variants: [
      shapes('on 1 and 3', '1> 1 1< 1 3> 3 3< 3'),
      shapes('on 5 and 7', '5> 5 5< 5 7> 7 7< 7'),
      wholeIn('1> 1 1< 1 3> 3 3< 3'),
    ],
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
    variants: enclosures(),
  },
  {
    id: 'delayed',
    grade: 5,
    name: 'delayed resolution',
    asks: 'a chromatic note on beat 1, resolved an eighth or two later',
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
      ...pickupsInto('3 or 7, the nearer', [3, 7]),
      ...pickupsInto('the 3', [3]),
      ...pickupsInto('the 7', [7]),
    ],
  },
] as const satisfies readonly SetRow[]
