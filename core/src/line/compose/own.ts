import { type Degree, degreeSemitones } from '../../theory/pitch/degree.ts'
import type { DepartureFigure } from '../figures/figures.ts'
import type { Step } from '../figures/steps.ts'
import type { CellRequest } from './brief.ts'

/** From one degree to the next the shorter way; up if both are equally long. */
const towards = (from: Degree, to: Degree): Step => {
  const up = (degreeSemitones(to) - degreeSemitones(from) + 12) % 12
  return { over: 'degree', degree: to, by: up <= 6 && up > 0 ? 1 : -1 }
}

/** The number of departures that each usable cell has. */
export const WAYS = 3

/** The cells that can be played: those of two degrees or more. */
export const usableCells = (cells: readonly CellRequest[]): readonly CellRequest[] =>
  cells.filter(({ degrees }) => degrees.length > 1)

/**
 * The cells of a brief as departures: from the anchor itself if their first degree can be one, otherwise from near
 * it, up or down.
 */
export const ownDepartures = (cells: readonly CellRequest[]): readonly DepartureFigure[] =>
  usableCells(cells).flatMap(({ degrees }) => {
    const [first, ...rest] = degrees as readonly [Degree, ...Degree[]]
    const steps = rest.map((degree, at) => towards(degrees[at]!, degree))
    const departure = { name: degrees.join('–'), device: 'ownCell' as const }
    const into = (by: 1 | -1): DepartureFigure => ({
      ...departure,
      id: `own ${degrees.join(' ')} ${by > 0 ? 'above' : 'below'}`,
      steps: [{ over: 'degree', degree: first, by }, ...steps],
    })
    return [{ ...departure, id: `own ${degrees.join(' ')}`, from: first, steps }, into(1), into(-1)]
  })
