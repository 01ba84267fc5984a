import { aboveRoot, type Harmony, hasPitch } from '../figures/harmony.ts'
import { LINE_COSTS } from './terms.ts'

/** What it costs to stand on a pitch at a strong place, by what it is to its chord; more at a change of chord. */
export const anchorCost = (harmony: Harmony, midi: number, change: boolean): number => {
  const guide = hasPitch(harmony.isGuide, midi)
  return (
    LINE_COSTS.anchor[guide ? 'guide' : placeIn(harmony, midi)] +
    (change && !guide ? LINE_COSTS.changeWithoutGuide : 0)
  )
}

const placeIn = (harmony: Harmony, midi: number): 'root' | 'fifth' | 'other' => {
  const above = aboveRoot(harmony, midi)
  if (above === 0) return 'root'
  return above >= 6 && above <= 8 ? 'fifth' : 'other'
}

/** Endings on 1, 3 or 5 rest; a 7 does not. */
export const endingCost = (harmony: Harmony, midi: number): number => {
  const above = aboveRoot(harmony, midi)
  return above === 3 || above === 4 ? LINE_COSTS.ending.third : LINE_COSTS.ending[placeIn(harmony, midi)]
}
