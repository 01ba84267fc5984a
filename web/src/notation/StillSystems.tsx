import type { Analysis, Explanation, Line, Score } from '@eager-contour/core'
import { Tablature } from './fingering/Tablature.tsx'
import type { LineFingering } from './fingering/useFingering.ts'
import type { SystemLayout } from './layout.ts'
import { NOTHING_SELECTED } from './selection.ts'
import { Staff } from './staff/Staff.tsx'
import { Terrain, type TerrainActions, type TerrainMarks } from './terrain/Terrain.tsx'

/** Half steps shown above and below. */
const MARGIN = 2

const NOTHING = () => undefined
const ACTIONS: TerrainActions = {
  onHover: NOTHING,
  onChoose: NOTHING,
  onFocus: NOTHING,
  onDrag: NOTHING,
  onDraw: NOTHING,
  onBend: NOTHING,
}
const MARKS: TerrainMarks = {
  selection: NOTHING_SELECTED,
  hovered: undefined,
  locked: [],
  caret: undefined,
  threads: false,
  pointed: undefined,
  outline: undefined,
}
const NO_CONTOUR = { points: [], drawing: false } as const

interface StillSystemsProps {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
  readonly score: Score
  readonly layouts: readonly SystemLayout[]
  readonly terrain: boolean
  readonly fingered: LineFingering | undefined
  /** Drawn synchronously: for pictures. */
  readonly atOnce?: boolean
}

/** A line to be looked at, not changed by hand: terrain, staff with degrees and roles, and a fingering if there is one. */
export const StillSystems = ({ layouts, terrain, score, fingered, atOnce, ...shown }: StillSystemsProps) => {
  const pitches = shown.line.notes.map(({ midi }) => midi)
  const heights = { low: Math.min(...pitches) - MARGIN, high: Math.max(...pitches) + MARGIN }
  return layouts.map((layout) => (
    <div key={layout.from} className="mb-4">
      {terrain && (
        <Terrain
          {...shown}
          layout={layout}
          heights={heights}
          marks={MARKS}
          contour={NO_CONTOUR}
          actions={ACTIONS}
        />
      )}
      <Staff
        {...shown}
        score={score}
        layout={layout}
        view={{ degrees: true, roles: true, ...(atOnce ? { atOnce } : {}) }}
      />
      <Tablature fingered={fingered} line={shown.line} layout={layout} />
    </div>
  ))
}
