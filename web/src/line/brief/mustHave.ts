import { type CellRequest, type Degree, degreeName } from '@eager-contour/core'
import type { ChoiceOption } from '../../ui/Choice.tsx'
import type { Preference } from './briefs.ts'

const NOTHING = 'nothing'

/** Cells that a line can be asked for, in degrees of the chord that sounds (common practice, no source). */
const CELLS: readonly (readonly Degree[])[] = [
  ['3', 'R', '7'],
  ['3', '5', '7', '9'],
  ['5', '3', '9', 'R'],
  ['R', '9', '3', '5'],
]
const nameOf = (cell: readonly Degree[]): string => cell.map(degreeName).join(' ')

/** The cells that a line can be required to have. */
export const MUSTS: readonly ChoiceOption<string>[] = [
  { value: NOTHING, label: NOTHING },
  ...CELLS.map((cell) => ({
    value: nameOf(cell),
    label: nameOf(cell),
    description: 'Once at least, over a chord where it fits.',
  })),
]

/** The required cells of a preference, as a choice. */
export const mustOf = ({ cells }: Preference): string => {
  const must = cells?.find((cell) => cell.must)
  return must ? nameOf(must.degrees) : NOTHING
}

/** The required cells of a choice. */
export const cellsOf = (chosen: string): readonly CellRequest[] =>
  CELLS.filter((cell) => nameOf(cell) === chosen).map((degrees) => ({ degrees, must: true }))
