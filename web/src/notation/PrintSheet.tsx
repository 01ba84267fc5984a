import { withSigns } from '@eager-contour/core'
import { useSettings } from '../settings/settings.ts'
import { PrintedStaff, type PrintedStaffProps } from './PrintedStaff.tsx'
import { OnPaper, Sheet } from './printing.tsx'

interface PrintSheetProps extends Omit<PrintedStaffProps, 'width'> {
  readonly heading: { readonly title: string; readonly tune: string; readonly remark: string }
}

/** The line on paper, drawn when the browser prints: title, chords, notes, degrees if shown; no system is cut. */
export const PrintSheet = ({ heading: { title, tune, remark }, ...printed }: PrintSheetProps) => {
  const { instrument } = useSettings()
  const { analysis, stretch } = printed
  const { chart } = analysis
  return (
    <OnPaper>
      {() => (
        <Sheet
          testId="print-sheet"
          title={title}
          facts={[
            title === tune ? undefined : tune,
            chart.key && `${withSigns(chart.key.tonic)} ${chart.key.mode}`,
            `${chart.tempo} bpm, ${chart.feel}`,
            `bars ${stretch.from + 1} to ${stretch.to + 1}`,
            `for ${instrument.name}`,
          ]}
        >
          {(width) => (
            <>
              {remark !== '' && <p className="mb-3">{remark}</p>}
              <PrintedStaff {...printed} width={width} />
            </>
          )}
        </Sheet>
      )}
    </OnPaper>
  )
}
