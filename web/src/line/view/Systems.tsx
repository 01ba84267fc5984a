import { articulated, type Chart, type Line, type Stretch, scoreOf } from '@eager-contour/core'
import { memo, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { useFingered } from '../../notation/fingering/useFingering.ts'
import { type Heights, layoutSystems, type SystemLayout } from '../../notation/layout.ts'
import type { StaffOutline } from '../../notation/staff/Staff.tsx'
import type { Contour } from '../../notation/terrain/Ribbon.tsx'
import { useAppSelector } from '../../store/store.ts'
import { useWindowSize } from '../../ui/useWindowSize.ts'
import { selectFingering } from '../editor/editorSlice.ts'
import { type LineShown, Row } from './Row.tsx'

interface SystemsProps extends LineShown {
  readonly stretch: Stretch
}

const isSameLayout = (a: SystemLayout, b: SystemLayout): boolean =>
  a.spacing === b.spacing &&
  a.from === b.from &&
  a.halfStep === b.halfStep &&
  a.far === b.far &&
  a.gutter === b.gutter

/** Half steps shown above and below the line. */
const MARGIN = 2
const STEP = 3
const LEAST_RANGE = 19
/** Half steps of most lines: the terrain's scale doesn't change with the line. */
const USUAL_RANGE = 28
/** A half step isn't drawn less high, in pixels. */
const LEAST_HALF_STEP = 7
/** What stands above and below the terrain of one row on a page: headings, staff, degrees, transport. */
const BESIDE_TERRAIN = 590

/** The line in systems: terrain above staff, with one position moving over both. */
export const Systems = memo((props: SystemsProps) => {
  const { analysis, line, stretch, view } = props
  const host = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry!.contentRect.width)))
    observer.observe(host.current!)
    return () => observer.disconnect()
  }, [])
  const score = useMemo(() => {
    const plain = scoreOf(analysis.chart, line, stretch)
    return view.articulation ? articulated(plain, line) : plain
  }, [analysis, line, stretch, view.articulation])
  const fingered = useFingered(line, useAppSelector(selectFingering))
  const { outline } = props.marks
  const { points } = props.contour
  const outlined = useMemo<StaffOutline | undefined>(
    () => outline && { line: outline, score: scoreOf(analysis.chart, outline, stretch) },
    [analysis, outline, stretch],
  )
  const heights = useMemo(() => heightsOf(line, outline, points), [line, outline, points])
  const { height } = useWindowSize()
  // The staff is seen with the terrain, where the window is high enough for both.
  const mostHalfStep = Math.max(LEAST_HALF_STEP, (height - BESIDE_TERRAIN) / USUAL_RANGE)
  const before = useRef<{ readonly chart: Chart; readonly layouts: readonly SystemLayout[] }>(undefined)
  const layouts = useMemo(() => {
    const now =
      width === 0
        ? []
        : layoutSystems(analysis.chart, stretch, width, score, view.zoom).map((layout) => ({
            ...layout,
            halfStep: Math.min(layout.halfStep, mostHalfStep),
          }))
    // A row in which everything stands where it stood is the same row: it isn't drawn again.
    const known = before.current?.chart === analysis.chart ? before.current.layouts : []
    const layouts = now.map((layout, at) => {
      const same = known[at]
      return same && isSameLayout(same, layout) ? same : layout
    })
    before.current = { chart: analysis.chart, layouts }
    return layouts
  }, [analysis, stretch, width, score, view.zoom, mostHalfStep])
  return (
    <div ref={host} className="min-w-0">
      {/* A row keeps its place: another line, with other bars in it, changes what is drawn there. */}
      {layouts.map((layout, turn) => (
        <Row key={turn} {...props} drawn={{ layout, heights, score, outlined, fingered, turn }} />
      ))}
    </div>
  )
})

/** The view before there is a note. */
const EMPTY: Heights = { low: 60, high: 82 }

const heightsOf = (line: Line, outline: Line | undefined, contour: Contour['points']): Heights => {
  const pitches = [...line.notes, ...(outline?.notes ?? []), ...contour].map(({ midi }) => midi)
  if (pitches.length === 0) return EMPTY
  // In steps, so that the picture stays still while a note is moved.
  const low = Math.floor((Math.min(...pitches) - MARGIN) / STEP) * STEP
  const high = Math.ceil((Math.max(...pitches) + MARGIN) / STEP) * STEP
  const missing = Math.max(0, LEAST_RANGE - (high - low))
  return { low: low - Math.floor(missing / 2), high: high + Math.ceil(missing / 2) }
}
