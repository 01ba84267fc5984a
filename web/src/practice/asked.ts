import type { Analysis, Exercise, Line } from '@eager-contour/core'

/** The first tick of an exercise's stretch in its tune. */
export const startOf = ({ spans }: Analysis, { spec }: Exercise): number =>
  spans.find(({ bar }) => bar === spec.stretch.from)?.start ?? 0

/** The notes that an exercise asks for as a line of the tune; their indexes are those of `expected`. */
export const askedLine = (analysis: Analysis, exercise: Exercise): Line => {
  const start = startOf(analysis, exercise)
  return {
    notes: exercise.expected.map(({ start: at, duration, midi, spelling }) => ({
      start: at + start,
      duration,
      midi,
      spelling,
    })),
  }
}
