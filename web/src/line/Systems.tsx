import {
  type Analysis,
  type CurvePoint,
  type Explanation,
  type Line,
  type Stretch,
  scoreOf,
  withSigns,
} from '@eager-contour/core'
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { useSettings } from '../app/settings.ts'
import { ChordSymbol } from '../parts/ChordSymbol.tsx'
import { useClock } from '../sound/clock.ts'
import { layoutSystems, type SystemLayout } from './layout.ts'
import { Staff } from './Staff.tsx'
import { Terrain } from './Terrain.tsx'

interface SystemsProps {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
  readonly stretch: Stretch
  readonly selected: number | undefined
  readonly onSelect: (index: number) => void
  readonly onHover: (index: number | undefined) => void
  readonly pointed?: { readonly from: number; readonly to: number } | undefined
  readonly outline?: Line | undefined
  readonly contour: readonly CurvePoint[]
  readonly drawing: boolean
  readonly onDraw: (drawn: readonly CurvePoint[], done: boolean) => void
  readonly onBend: (tick: number, by: number) => void
}

/** Half steps shown above and below the line. */
const MARGIN = 3
const LEAST_RANGE = 19

/** The line in systems: terrain above staff, with one position moving over both. */
export const Systems = (props: SystemsProps) => {
  const { analysis, line, stretch } = props
  const host = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry!.contentRect.width)))
    observer.observe(host.current!)
    return () => observer.disconnect()
  }, [])
  const score = useMemo(() => scoreOf(analysis.chart, line, stretch), [analysis, line, stretch])
  const systems = useMemo(
    () => (width === 0 ? [] : layoutSystems(analysis.chart, stretch, width, score.signature)),
    [analysis, stretch, width, score.signature],
  )
  const { outline, contour } = props
  const { low, high } = useMemo(() => heights(line, outline, contour), [line, outline, contour])
  return (
    <div ref={host} className="min-w-0">
      {systems.map((layout) => (
        <div key={layout.from} className="relative mb-6">
          <Heading analysis={analysis} layout={layout} />
          <Terrain {...props} layout={layout} low={low} high={high} />
          <Staff {...props} score={score} layout={layout} />
          <Cursor layout={layout} />
        </div>
      ))}
    </div>
  )
}

/** Over the terrain: each chord with its numeral. */
const Heading = ({ analysis, layout }: { readonly analysis: Analysis; readonly layout: SystemLayout }) => {
  const { chordStyle } = useSettings()
  return (
    <div className="relative h-9" style={{ width: layout.width }}>
      {analysis.spans
        .filter((span) => span.start >= layout.start && span.start < layout.end)
        .map((span) => (
          <span
            key={span.index}
            className="absolute bottom-1 flex items-baseline gap-2"
            style={{ left: layout.xOf(span.start) - 22 }}
          >
            <ChordSymbol chord={span.chord} style={chordStyle} className="text-2xl" />
            <span className="text-soft">{withSigns(analysis.readings[span.index]!.numeral)}</span>
          </span>
        ))}
    </div>
  )
}

const heights = (
  line: Line,
  outline: Line | undefined,
  contour: readonly CurvePoint[],
): { low: number; high: number } => {
  const pitches = [...line.notes, ...(outline?.notes ?? []), ...contour].map(({ midi }) => midi)
  const low = Math.min(...pitches) - MARGIN
  const high = Math.max(...pitches) + MARGIN
  const missing = Math.max(0, LEAST_RANGE - (high - low))
  return { low: low - Math.floor(missing / 2), high: high + Math.ceil(missing / 2) }
}

const Cursor = ({ layout }: { readonly layout: SystemLayout }) => {
  const mark = useRef<HTMLDivElement>(null)
  useClock(
    useCallback(
      (tick) => {
        if (!mark.current) return
        const here = tick !== undefined && tick >= layout.start && tick < layout.end
        mark.current.style.display = here ? 'block' : 'none'
        if (here) mark.current.style.transform = `translateX(${layout.xOf(tick)}px)`
      },
      [layout],
    ),
  )
  return (
    <div
      ref={mark}
      data-testid="line-cursor"
      className="pointer-events-none absolute inset-y-0 left-0 hidden w-0.5 bg-madder"
    />
  )
}
