import { type Analysis, instrumentOf, tuneInKey } from '@eager-contour/core'
import { useState } from 'react'
import { ChartSheet } from '../notation/ChartSheet.tsx'
import { OnPaper, printSoon } from '../notation/printing.tsx'
import { Button } from '../ui/Button.tsx'
import { Check } from '../ui/Check.tsx'
import { PopoverButton } from '../ui/PopoverButton.tsx'

/** The parts in which a chart is read, each with an instrument that reads so. */
const PARTS = [
  { id: 'concert', label: 'concert pitch', instrument: 'concert' },
  { id: 'Bb', label: 'B♭ instruments', instrument: 'trumpet' },
  { id: 'Eb', label: 'E♭ instruments', instrument: 'alto-sax' },
  { id: 'F', label: 'F instruments', instrument: 'f-horn' },
  { id: 'bass', label: 'bass', instrument: 'double-bass' },
] as const

interface PrintChartProps {
  readonly title: string
  /** At concert pitch. */
  readonly analysis: Analysis
}

/** The chart on paper, for one part or all in one go, each on a page of its own. */
export const PrintChart = ({ title, analysis }: PrintChartProps) => {
  const [chosen, setChosen] = useState<readonly string[]>(['concert'])
  return (
    <>
      <PopoverButton name="Print">
        {PARTS.map(({ id, label }) => (
          <Check
            key={id}
            label={label}
            checked={chosen.includes(id)}
            onChange={(wanted) =>
              setChosen(wanted ? [...chosen, id] : chosen.filter((other) => other !== id))
            }
          />
        ))}
        <Button look="main" disabled={chosen.length === 0} onClick={printSoon} className="mt-2">
          Print
        </Button>
      </PopoverButton>
      <OnPaper>
        {() =>
          PARTS.filter(({ id }) => chosen.includes(id)).map(({ id, label, instrument }) => (
            <ChartSheet
              key={id}
              title={title}
              part={id === 'concert' ? label : `for ${label}`}
              analysis={tuneInKey(analysis, instrumentOf(instrument)).written}
            />
          ))
        }
      </OnPaper>
    </>
  )
}
