import {
  type Chart,
  copyBar,
  copySection,
  moveBar,
  moveSection,
  nameSection,
  type Outcome,
  removeBar,
  repeatSection,
  sectionOf,
  splitBar,
  writtenSections,
} from '@eager-contour/core'
import { useState } from 'react'
import { Button } from '../ui/Button.tsx'

interface BarToolsProps {
  readonly chart: Chart
  readonly bar: number
  readonly onChange: (chart: Chart) => void
  readonly onChoose: (bar: number) => void
  readonly onUndo: () => void
  readonly onRedo: () => void
}

/** What can be done with the bar and the section being edited. */
export const BarTools = ({ chart, bar, onChange, onChoose, onUndo, onRedo }: BarToolsProps) => {
  const [message, setMessage] = useState('')
  const section = sectionOf(chart, bar)
  const { name, from } = writtenSections(chart)[section]!
  const last = writtenSections(chart).length - 1
  const take = (outcome: Outcome<Chart>) => {
    setMessage(outcome.ok ? '' : 'This bar can’t be split further.')
    if (outcome.ok) onChange(outcome.value)
  }
  const shift = (by: number) => {
    onChange(moveSection(chart, section, section + by))
    const lengths = writtenSections(chart).map((one) => one.to - one.from + 1)
    onChoose(bar + by * lengths[section + by]!)
  }
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
      <div role="group" aria-label="The bar" className="flex flex-wrap items-center gap-1.5">
        <span className="font-semibold">Bar {bar + 1}</span>
        <Button onClick={() => take(splitBar(chart, bar))}>Split</Button>
        <Button
          onClick={() => {
            onChange(copyBar(chart, bar))
            onChoose(bar + 1)
          }}
        >
          Copy
        </Button>
        <Button
          disabled={chart.written.length === 1}
          onClick={() => {
            onChange(removeBar(chart, bar))
            onChoose(Math.max(0, Math.min(bar, chart.written.length - 2)))
          }}
        >
          Remove
        </Button>
        <Button
          aria-label="Move the bar left"
          disabled={bar === 0}
          onClick={() => {
            onChange(moveBar(chart, bar, bar - 1))
            onChoose(bar - 1)
          }}
        >
          ←
        </Button>
        <Button
          aria-label="Move the bar right"
          disabled={bar === chart.written.length - 1}
          onClick={() => {
            onChange(moveBar(chart, bar, bar + 1))
            onChoose(bar + 1)
          }}
        >
          →
        </Button>
      </div>
      <div role="group" aria-label="The section" className="flex flex-wrap items-center gap-1.5">
        <label className="flex items-center gap-2">
          <span className="font-semibold">Section</span>
          <input
            aria-label="Name of the section that begins here"
            className="min-h-11 w-20 rounded-xl border border-soft bg-sheet px-3"
            value={chart.written[bar]!.bar.section ?? (bar === from ? name : '')}
            placeholder={name}
            onChange={(event) => onChange(nameSection(chart, bar, event.target.value))}
          />
        </label>
        <Button onClick={() => onChange(repeatSection(chart, section))}>Repeat</Button>
        <Button onClick={() => onChange(copySection(chart, section))}>Copy</Button>
        <Button aria-label="Move the section up" disabled={section === 0} onClick={() => shift(-1)}>
          ↑
        </Button>
        <Button aria-label="Move the section down" disabled={section === last} onClick={() => shift(1)}>
          ↓
        </Button>
      </div>
      <div role="group" aria-label="History" className="flex gap-1.5">
        <Button onClick={onUndo}>Undo</Button>
        <Button onClick={onRedo}>Redo</Button>
      </div>
      <span role="status" className="text-madder">
        {message}
      </span>
    </div>
  )
}
