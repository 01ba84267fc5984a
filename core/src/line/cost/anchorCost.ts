import { aboveRoot, type Harmony, hasPitch } from '../figures/harmony.ts'
import { LINE_COSTS } from './terms.ts'

/** The cost of a pitch on a strong beat, by its function in the chord; higher at a change of chord. */
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

/** Phrases can end on 1, 3 or 5; a 7 doesn't resolve. */
export const endingCost = (harmony: Harmony, midi: number): number => {
  const above = aboveRoot(harmony, midi)
  return above === 3 || above === 4 ? LINE_COSTS.ending.third : LINE_COSTS.ending[placeIn(harmony, midi)]
}
