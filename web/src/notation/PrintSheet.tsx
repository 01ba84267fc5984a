import {
  type Analysis,
  type Explanation,
  explainLine,
  type FingeringWish,
  type Line,
  type Stretch,
  scoreOf,
  withSigns,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { useSettings } from '../settings/settings.ts'
import { Tablature } from './fingering/Tablature.tsx'
import { useFingered } from './fingering/useFingering.ts'
import { layoutSystems } from './layout.ts'
import { OnPaper } from './printing.tsx'
import { Staff } from './staff/Staff.tsx'
import type { View } from './useView.ts'

interface PrintSheetProps {
  readonly heading: { readonly title: string; readonly tune: string; readonly remark: string }
  readonly analysis: Analysis
  readonly line: Line
  /** Computed when it is printed, if left out. */
  readonly explanation?: Explanation
  readonly stretch: Stretch
  readonly view: View
  /** The player's own fingering. */
  readonly fingering?: FingeringWish
}

/**
 * The width of the sheet in pixels, four bars of them, and the scale when printed: A4 and Letter hold it within their
 * margins.
 */
const PAGE = 860
const SMALLER = 0.79

/** The line on paper, drawn when the browser prints: title, chords, notes, degrees if shown; no system is cut. */
export const PrintSheet = (props: PrintSheetProps) => <OnPaper>{() => <Sheet {...props} />}</OnPaper>

const Sheet = ({
  heading: { title, tune, remark },
  analysis,
  line,
  explanation: known,
  stretch,
  view,
  fingering,
}: PrintSheetProps) => {
  const { instrument } = useSettings()
  const explanation = useMemo(() => known ?? explainLine(analysis, line), [known, analysis, line])
  const fingered = useFingered(line, fingering)
  const { chart } = analysis
  const score = useMemo(() => scoreOf(chart, line, stretch), [chart, line, stretch])
  const systems = useMemo(() => layoutSystems(chart, stretch, PAGE, score), [chart, stretch, score])
  const facts = [
    chart.key && `${withSigns(chart.key.tonic)} ${chart.key.mode}`,
    `${chart.tempo} bpm, ${chart.feel}`,
    `bars ${stretch.from + 1} to ${stretch.to + 1}`,
    `for ${instrument.name}`,
  ]
  return (
    <div
      className="print-sheet bg-sheet text-ink"
      data-testid="print-sheet"
      style={{ width: PAGE, zoom: SMALLER }}
    >
      <header className="mb-4 flex items-baseline justify-between gap-6">
        <h1 className="text-3xl">{title}</h1>
        <span className="text-right">
          {[title === tune ? '' : tune, ...facts].filter(Boolean).join(' · ')}
        </span>
      </header>
      {remark !== '' && <p className="mb-3">{remark}</p>}
      {systems.map((layout) => (
        <div key={layout.from} data-testid="print-system" className="print-system mb-5">
          <Staff
            analysis={analysis}
            score={score}
            line={line}
            explanation={explanation}
            layout={layout}
            view={{ degrees: view.degrees, roles: false, atOnce: true }}
          />
          <Tablature fingered={fingered} line={line} layout={layout} />
        </div>
      ))}
    </div>
  )
}
