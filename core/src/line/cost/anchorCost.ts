import { aboveRoot, type Ground, holds } from '../figures/harmony.ts'
import { LINE_COSTS } from './terms.ts'

/** What it costs to stand on a pitch at a strong place, by what it is to its chord; more at a change of chord. */
export const standingCost = (ground: Ground, midi: number, change: boolean): number => {
  const guide = holds(ground.isGuide, midi)
  return (
    LINE_COSTS.anchor[guide ? 'guide' : placeIn(ground, midi)] +
    (change && !guide ? LINE_COSTS.changeWithoutGuide : 0)
  )
}

const placeIn = (ground: Ground, midi: number): 'root' | 'fifth' | 'other' => {
  const above = aboveRoot(ground, midi)
  if (above === 0) return 'root'
  return above >= 6 && above <= 8 ? 'fifth' : 'other'
}

/** Endings on 1, 3 or 5 rest; a 7 does not. */
export const endingCost = (ground: Ground, midi: number): number => {
  const above = aboveRoot(ground, midi)
  return above === 3 || above === 4 ? LINE_COSTS.ending.third : LINE_COSTS.ending[placeIn(ground, midi)]
}
