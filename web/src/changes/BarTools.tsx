import {
  type Chart,
  copyBar,
  copySection,
  moveBar,
  moveSection,
  nameSection,
  removeBar,
  repeatSection,
  sectionOf,
  splitBar,
  writtenSections,
} from '@eager-contour/core'
import { useState } from 'react'
import { Button } from '../ui/Button.tsx'
import { FIELD } from '../ui/looks.ts'

interface BarToolsProps {
  /** The chart as it is shown, and what the editor contains now, which is changed; undefined if it can't be read. */
  readonly chart: Chart
  readonly current: () => Chart | undefined
  readonly bar: number
  readonly onChange: (chart: Chart) => void
  readonly onChoose: (bar: number) => void
  readonly onUndo: () => void
  readonly onRedo: () => void
}

/** What can be done with the bar and the section being edited. */
export const BarTools = ({ chart, current, bar, onChange, onChoose, onUndo, onRedo }: BarToolsProps) => {
  const [message, setMessage] = useState('')
  const section = sectionOf(chart, bar)
  const { name, from } = writtenSections(chart)[section]!
  const last = writtenSections(chart).length - 1
  const change = (changed: (now: Chart) => Chart, next: number = bar) => {
    const now = current()
    if (!now || bar >= now.written.length) return
    onChange(changed(now))
    if (next !== bar) onChoose(next)
  }
  const split = () => {
    const now = current()
    const outcome = now && splitBar(now, bar)
    setMessage(outcome?.ok === false ? 'This bar can’t be split further.' : '')
    if (outcome?.ok) onChange(outcome.value)
  }
  const shift = (by: number) => {
    const lengths = writtenSections(chart).map((one) => one.to - one.from + 1)
    change((now) => moveSection(now, section, section + by), bar + by * lengths[section + by]!)
  }
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
      <div role="group" aria-label="The bar" className="flex flex-wrap items-center gap-1.5">
        <span className="font-semibold">Bar {bar + 1}</span>
        <Button onClick={split}>Split</Button>
        <Button onClick={() => change((now) => copyBar(now, bar), bar + 1)}>Copy</Button>
        <Button
          disabled={chart.written.length === 1}
          onClick={() =>
            change((now) => removeBar(now, bar), Math.max(0, Math.min(bar, chart.written.length - 2)))
          }
        >
          Remove
        </Button>
        <Button
          aria-label="Move the bar left"
          disabled={bar === 0}
          onClick={() => change((now) => moveBar(now, bar, bar - 1), bar - 1)}
        >
          ←
        </Button>
        <Button
          aria-label="Move the bar right"
          disabled={bar === chart.written.length - 1}
          onClick={() => change((now) => moveBar(now, bar, bar + 1), bar + 1)}
        >
          →
        </Button>
      </div>
      <div role="group" aria-label="The section" className="flex flex-wrap items-center gap-1.5">
        <label className="flex items-center gap-2">
          <span className="font-semibold">Section</span>
          <input
            aria-label="Name of the section that begins here"
            className={`${FIELD} w-20`}
            value={chart.written[bar]!.bar.section ?? (bar === from ? name : '')}
            placeholder={name}
            onChange={(event) => change((now) => nameSection(now, bar, event.target.value))}
          />
        </label>
        <Button onClick={() => change((now) => repeatSection(now, section))}>Repeat</Button>
        <Button onClick={() => change((now) => copySection(now, section))}>Copy</Button>
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
