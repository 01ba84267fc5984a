import type { SetRow } from '../rung.ts'
import { scaleWays } from '../ways.ts'

/** Scales through the changes: grade 6. */
export const SCALE_ROWS = [
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
    asks: 'each chord’s own scale, or all of them joined by step',
    unit: 'eighths',
    tempo: [60, 200],
    variants: scaleWays('scale', 'joined by step'),
  },
  {
    id: 'landings',
    grade: 6,
    name: 'landings',
    asks: 'the scale with the half steps that make it land, on its own chord or over the bar line on the next',
    unit: 'eighths',
    tempo: [60, 220],
    variants: scaleWays('landing', 'over the bar line'),
  },
] as const satisfies readonly SetRow[]
