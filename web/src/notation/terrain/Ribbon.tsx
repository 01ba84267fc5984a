import type { CurvePoint } from '@eager-contour/core'
import { curveMonotoneX, line as curveThrough } from 'd3-shape'
import { type PointerEvent, useRef } from 'react'
import type { Heights, SystemLayout } from '../layout.ts'
import { heightOf } from './Ground.tsx'

/** The contour that a line follows. */
export interface Contour {
  /** As written; empty if none was drawn. */
  readonly points: readonly CurvePoint[]
  /** Whether it can be drawn now. */
  readonly drawing: boolean
}

interface RibbonProps {
  readonly layout: SystemLayout
  readonly contour: Contour
  readonly heights: Heights
  readonly actions: {
    /** What was drawn so far. */
    readonly onDraw: (drawn: readonly CurvePoint[], done: boolean) => void
    /** A point moved by half steps. */
    readonly onBend: (tick: number, by: number) => void
  }
}

/** The contour that the line follows: a broad ribbon behind it, drawn by pointer or touch, bent by keys at its points. */
export const Ribbon = ({ layout, contour, heights, actions }: RibbonProps) => {
  const { points, drawing } = contour
  const { low, high } = heights
  const yOf = (midi: number) => heightOf(layout, high, midi)
  const midiAt = (y: number) => Math.round(high + 0.5 - y / layout.halfStep)
  const drawn = useRef<CurvePoint[]>([])
  const curve = curveThrough<CurvePoint>()
    .x(({ tick }) => layout.xOf(Math.min(layout.end - 1, Math.max(layout.start, tick))))
    .y(({ midi }) => yOf(midi))
    .curve(curveMonotoneX)
  const here = points.filter(({ tick }) => tick >= layout.start && tick < layout.end)
  const next = points.find(({ tick }) => tick >= layout.end)
  const draw = (event: PointerEvent<SVGRectElement>, done: boolean) => {
    const box = event.currentTarget.getBoundingClientRect()
    const tick = layout.tickOf(event.clientX - box.left + layout.gutter)
    drawn.current = [...drawn.current, { tick, midi: midiAt(event.clientY - box.top) }]
    actions.onDraw(drawn.current, done)
    if (done) drawn.current = []
  }
  return (
    <g>
      {here.length > 0 && (
        <path
          data-testid="ribbon"
          d={curve(next ? [...here, next] : here) ?? ''}
          fill="none"
          stroke="var(--heather)"
          strokeWidth={26}
          strokeLinecap="round"
          strokeLinejoin="round"
          opacity={0.17}
        />
      )}
      {drawing && (
        <rect
          data-testid="draw-here"
          x={layout.gutter}
          y={0}
          width={layout.width - layout.gutter}
          height={(high - low + 1) * layout.halfStep}
          fill="transparent"
          className="cursor-crosshair touch-none"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId)
            drawn.current = []
            draw(event, false)
          }}
          onPointerMove={(event) => event.buttons > 0 && draw(event, false)}
          onPointerUp={(event) => draw(event, true)}
        />
      )}
      {drawing &&
        here.map(({ tick, midi }) => (
          <circle
            key={tick}
            cx={layout.xOf(tick)}
            cy={yOf(midi)}
            r={7}
            fill="var(--sheet)"
            stroke="var(--heather)"
            strokeWidth={2.5}
            role="slider"
            tabIndex={0}
            aria-label={`Contour, ${layout.placeOf(tick)}`}
            aria-valuenow={midi}
            aria-orientation="vertical"
            onKeyDown={(event) => {
              const by = { ArrowUp: 1, ArrowDown: -1, PageUp: 12, PageDown: -12 }[event.key]
              if (by === undefined || event.altKey || event.shiftKey) return
              event.preventDefault()
              event.stopPropagation()
              actions.onBend(tick, by)
            }}
          />
        ))}
    </g>
  )
}
