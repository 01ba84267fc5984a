import { format } from 'date-fns'
import { useChartVersionsQuery } from '../data/api.ts'
import { counted } from '../ui/counted.ts'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { readText } from './reading.ts'

interface ChartVersionsProps {
  readonly tune: string
  /** Puts a version into the editor; it is saved like any other change. */
  readonly onOpen: (chart: string) => void
}

/** What the chart was before each change of it; any of them can be opened again. */
export const ChartVersions = ({ tune, onOpen }: ChartVersionsProps) => {
  const { data: versions = [] } = useChartVersionsQuery(tune)
  if (versions.length === 0) return null
  return (
    <PopoverButton name={counted(versions.length, 'version')}>
      <p className="text-soft">Opened in the editor, not saved yet. The newest first.</p>
      <ul aria-label="Versions of the chart">
        {versions.map(({ revision, chart, keptAt }) => {
          const read = readText(chart)
          return (
            <li key={revision}>
              <button
                type="button"
                className="min-h-11 w-full rounded-lg px-2 text-left hover:bg-chosen"
                onClick={() => onOpen(chart)}
              >
                {format(new Date(keptAt), 'd MMM yyyy, HH:mm')}
                <span className="text-soft">
                  {' · '}
                  {read.ok ? counted(read.value.bars.length, 'bar') : 'can’t be read'}
                </span>
              </button>
            </li>
          )
        })}
      </ul>
    </PopoverButton>
  )
}
