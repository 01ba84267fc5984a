import { type Analysis, degreeName, guideTones, withSigns } from '@eager-contour/core'
import { ChartSheet } from '../notation/ChartSheet.tsx'
import { OnPaper, printSoon } from '../notation/printing.tsx'
import { useNoteText } from '../settings/names.ts'
import { useSettings } from '../settings/settings.ts'
import { Button } from '../ui/Button.tsx'
import { useScaleText } from './useScaleText.ts'

interface PrintMapProps {
  readonly title: string
  /** As the player's instrument reads it. */
  readonly analysis: Analysis
}

/** The map on paper: under each chord its numeral, its scale, its tones and its guide tones. */
export const PrintMap = ({ title, analysis }: PrintMapProps) => {
  const { instrument } = useSettings()
  const scaleText = useScaleText(analysis)
  const noteText = useNoteText()
  return (
    <>
      <Button look="quiet" onClick={printSoon}>
        Print
      </Button>
      <OnPaper>
        {() => (
          <ChartSheet
            title={title}
            part={`for ${instrument.name}`}
            analysis={analysis}
            under={({ index, chord, ...span }) => (
              <>
                <div>
                  <b>{withSigns(analysis.readings[index]!.numeral)}</b> {scaleText({ index, chord, ...span })}
                </div>
                <div>
                  {chord.tones
                    .map(({ degree, spelling }) => `${degreeName(degree)} ${noteText(spelling)}`)
                    .join(' ')}
                </div>
                <div>
                  {guideTones(chord).length > 0 &&
                    `guide tones ${guideTones(chord)
                      .map(({ spelling }) => noteText(spelling))
                      .join(' ')}`}
                </div>
              </>
            )}
          />
        )}
      </OnPaper>
    </>
  )
}
