import type { Chart, Line } from '@eager-contour/core'
import { Choice } from '../../ui/Choice.tsx'
import { Necks } from './Necks.tsx'
import type { ChosenFingering, FingeringChoice } from './useFingering.ts'

const STRING = 'string '

interface FingeringPanelProps {
  readonly played: ChosenFingering
  readonly line: Line
  readonly chart: Chart
}

const wordsOf = (choice: FingeringChoice): string =>
  typeof choice === 'number' ? `${STRING}${choice}` : choice

/** How a line is fingered: what the player wants, what can't be done, and the neck bar by bar. */
export const FingeringPanel = ({ played, line, chart }: FingeringPanelProps) => {
  const { board, choice, choose, fingering, problem } = played
  const count = board.strings.length
  return (
    <section aria-label="Fingering" className="mb-3">
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="Fingering"
          value={wordsOf(choice)}
          options={[
            { value: 'least', label: 'least movement' },
            { value: 'still', label: 'without a shift' },
            ...board.strings.map((_, at) => ({
              value: `${STRING}${count - 1 - at}`,
              label: `from string ${at + 1}`,
            })),
          ]}
          onChange={(value) =>
            choose(
              value.startsWith(STRING) ? Number(value.slice(STRING.length)) : (value as 'least' | 'still'),
            )
          }
        />
        <p role="status" className="pb-3 text-soft">
          {problem ?? (fingering && shiftsText(fingering.shifts))}
        </p>
      </div>
      {fingering && <Necks {...{ board, fingering, line, chart }} />}
    </section>
  )
}

const shiftsText = (shifts: number): string => {
  if (shifts === 0) return 'The hand stays where it is.'
  return shifts === 1 ? 'The hand shifts once.' : `The hand shifts ${shifts} times.`
}
