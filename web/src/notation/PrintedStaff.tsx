import {
  type Analysis,
  articulated,
  type Explanation,
  explainLine,
  type FingeringWish,
  type Line,
  type Stretch,
  scoreOf,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { Tablature } from './fingering/Tablature.tsx'
import { useFingered } from './fingering/useFingering.ts'
import { layoutSystems } from './layout.ts'
import { Staff } from './staff/Staff.tsx'

export interface PrintedStaffProps {
  readonly analysis: Analysis
  readonly line: Line
  /** Computed when it is printed, if left out. */
  readonly explanation?: Explanation
  readonly stretch: Stretch
  readonly degrees: boolean
  /** Whether the usual slurs and accents of swung eighths are shown. */
  readonly articulation?: boolean
  /** The player's own fingering. */
  readonly fingering?: FingeringWish
  /** Of the sheet, in pixels. */
  readonly width: number
}

/** A line's staves on paper: chords, notes, degrees if asked for, fingering on an instrument with strings; no system is cut. */
export const PrintedStaff = ({
  analysis,
  line,
  explanation: known,
  stretch,
  degrees,
  articulation = false,
  fingering,
  width,
}: PrintedStaffProps) => {
  const { chart } = analysis
  const explanation = useMemo(() => known ?? explainLine(analysis, line), [known, analysis, line])
  const fingered = useFingered(line, fingering)
  const score = useMemo(() => {
    const plain = scoreOf(chart, line, stretch)
    return articulation ? articulated(plain, line) : plain
  }, [chart, line, stretch, articulation])
  const systems = useMemo(() => {
    // What fits in one row fills it.
    const bars = stretch.to - stretch.from + 1
    const [first, second] = layoutSystems(chart, stretch, width, score)
    if (first && !second) return layoutSystems(chart, stretch, width, score, 'read', bars)
    return layoutSystems(chart, stretch, width, score)
  }, [chart, stretch, width, score])
  return systems.map((layout) => (
    <div key={layout.from} data-testid="print-system" className="print-system mb-5">
      <Staff
        {...{ analysis, score, line, explanation, layout }}
        view={{ degrees, roles: false, atOnce: true }}
      />
      <Tablature fingered={fingered} line={line} layout={layout} />
    </div>
  ))
}
