import { type Analysis, tuneInKey, writeAbcChart, writeChart } from '@eager-contour/core'
import { useState } from 'react'
import { ChartSheet } from '../notation/ChartSheet.tsx'
import { PaperChoice } from '../notation/PaperChoice.tsx'
import { OnPaper, printSoon } from '../notation/printing.tsx'
import { saveAbcText, saveScore, TRANSPOSED_PARTS } from '../notation/scoreFiles.ts'
import { Button } from '../ui/Button.tsx'
import { Check } from '../ui/Check.tsx'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { fileName, saveFile } from '../ui/saveFile.ts'

interface ChartFilesProps {
  readonly title: string
  /** At concert pitch. */
  readonly analysis: Analysis
}

/** The chart on paper or as a file: for one part or several in one go, each on a page of its own; as text at concert pitch. */
export const ChartFiles = ({ title, analysis }: ChartFilesProps) => {
  const [chosen, setChosen] = useState<readonly string[]>(['concert'])
  const parts = TRANSPOSED_PARTS.filter(({ id }) => chosen.includes(id)).map(({ id, label, instrument }) => ({
    ...{ id, label, instrument },
    written: () => tuneInKey(analysis, instrument).written,
  }))
  const titled = { ...analysis.chart, title }
  return (
    <>
      <PopoverButton name="Files">
        <fieldset>
          <legend className="text-soft">Parts</legend>
          {TRANSPOSED_PARTS.map(({ id, label }) => (
            <Check
              key={id}
              label={label}
              checked={chosen.includes(id)}
              onChange={(wanted) =>
                setChosen(wanted ? [...chosen, id] : chosen.filter((other) => other !== id))
              }
            />
          ))}
        </fieldset>
        <div className="my-2 flex flex-wrap gap-2">
          <Button look="main" disabled={parts.length === 0} onClick={printSoon}>
            Print
          </Button>
          <Button
            disabled={parts.length === 0}
            onClick={() =>
              saveScore(
                title,
                parts.map(({ label, instrument, written }) => ({
                  ...{ name: label, clef: instrument.clef, written: instrument.written },
                  chart: written().chart,
                })),
              )
            }
          >
            MusicXML
          </Button>
        </div>
        <PaperChoice />
        <p className="mt-4 text-soft">
          At concert pitch, with the whole form. Comments stay in the text alone.
        </p>
        <div className="mt-1 flex flex-wrap gap-2">
          <Button onClick={() => saveFile(fileName(title, 'txt'), 'text/plain', writeChart(titled))}>
            Text
          </Button>
          <Button onClick={() => saveAbcText(title, writeAbcChart(titled))}>ABC</Button>
        </div>
      </PopoverButton>
      <OnPaper>
        {() =>
          parts.map(({ id, label, written }) => (
            <ChartSheet
              key={id}
              title={title}
              part={id === 'concert' ? label : `for ${label}`}
              analysis={written()}
            />
          ))
        }
      </OnPaper>
    </>
  )
}
