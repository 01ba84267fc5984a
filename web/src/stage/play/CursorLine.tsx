import { QUARTER } from '@eager-contour/core'
import { useEffect, useRef } from 'react'
import type { BarRow } from './rows.ts'

interface CursorLineProps {
  /** Ticks from the stretch's first beat; undefined while nothing runs. */
  readonly position: () => number | undefined
  /** Where a tick is in the picture. */
  readonly x: (tick: number) => number
  /** The ticks over which it moves; a beat before the first beat it is already there. */
  readonly row: Pick<BarRow, 'start' | 'end'>
  readonly top: number
  readonly bottom: number
}

/** A line that follows the run over a picture; hidden while nothing runs. */
export const CursorLine = ({ position, x, row, top, bottom }: CursorLineProps) => {
  const cursor = useRef<SVGLineElement>(null)
  const place = useRef({ x, row })
  place.current = { x, row }
  useEffect(() => {
    let frame = requestAnimationFrame(function follow() {
      const tick = position()
      const mark = cursor.current
      if (mark) {
        const { x, row } = place.current
        const from = row.start === 0 ? -QUARTER : row.start
        const shown = tick !== undefined && tick >= from && tick <= row.end
        mark.style.display = shown ? 'block' : 'none'
        if (shown) mark.setAttribute('transform', `translate(${x(tick)} 0)`)
      }
      frame = requestAnimationFrame(follow)
    })
    return () => cancelAnimationFrame(frame)
  }, [position])
  return (
    <line ref={cursor} y1={top} y2={bottom} stroke="var(--ink)" strokeWidth={3} style={{ display: 'none' }} />
  )
}
