import { type Chart, type Fifths, transposeChart, withSigns } from '@eager-contour/core'
import { keyWords } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { FIELD } from '../ui/looks.ts'
import { INSTRUMENT_VIEWS, INTERVALS, keyViews, type View } from './views.ts'

interface ViewChoiceProps {
  readonly chart: Chart
  /** The instrument's own view. */
  readonly instrument: View
  readonly view: View
  readonly onView: (view: View) => void
  /** Transposes the chart itself. */
  readonly onWrite: (chart: Chart) => void
}

/** The pitch in which the strip shows the changes; what is stored stays unchanged until it is transposed. */
export const ViewChoice = ({ chart, instrument, view, onView, onWrite }: ViewChoiceProps) => {
  const keys = chart.key ? keyViews(chart.key) : []
  const all: readonly View[] = [instrument, ...INSTRUMENT_VIEWS, ...keys, ...INTERVALS]
  const there = transposeChart(chart, view.fifths)
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <label className="block">
        <span className="mb-1 block text-soft">View as</span>
        <select
          value={view.id}
          onChange={(event) => onView(all.find(({ id }) => id === event.target.value) ?? instrument)}
          className={FIELD}
        >
          <optgroup label="For an instrument">
            <option value={instrument.id}>{instrument.name}</option>
            {INSTRUMENT_VIEWS.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </optgroup>
          {chart.key && (
            <optgroup label="In a key">
              {keys.map(({ id, name }) => (
                <option key={id} value={id}>
                  {withSigns(name)} {chart.key!.mode}
                </option>
              ))}
            </optgroup>
          )}
          <optgroup label="By an interval">
            {INTERVALS.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </optgroup>
        </select>
      </label>
      {there.key && <span className="pb-2 text-lg">{keyWords(there.key)}</span>}
      {![instrument, ...INSTRUMENT_VIEWS].some(({ id }) => id === view.id) && (
        <Button onClick={() => onWrite(there)}>Transpose the tune to this</Button>
      )}
    </div>
  )
}

/** A view by its steps. */
export const viewOf = (name: string, fifths: Fifths): View => ({ id: 'own', name, fifths })
