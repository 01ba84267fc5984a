import { QUARTER } from '@eager-contour/core'
import { useEffect, useRef } from 'react'

interface CursorLineProps {
  /** Ticks from the stretch's first beat; undefined while nothing runs. */
  readonly position: () => number | undefined
  /** Where a tick is in the picture. */
  readonly x: (tick: number) => number
  /** The last tick. */
  readonly length: number
  readonly top: number
  readonly bottom: number
}

/** A line that follows the run over a picture; hidden while nothing runs. */
export const CursorLine = ({ position, x, length, top, bottom }: CursorLineProps) => {
  const cursor = useRef<SVGLineElement>(null)
  const place = useRef(x)
  place.current = x
  useEffect(() => {
    let frame = requestAnimationFrame(function follow() {
      const tick = position()
      const mark = cursor.current
      if (mark) {
        const shown = tick !== undefined && tick >= -QUARTER && tick <= length
        mark.style.display = shown ? 'block' : 'none'
        if (shown) mark.setAttribute('transform', `translate(${place.current(tick)} 0)`)
      }
      frame = requestAnimationFrame(follow)
    })
    return () => cancelAnimationFrame(frame)
  }, [position, length])
  return (
    <line ref={cursor} y1={top} y2={bottom} stroke="var(--ink)" strokeWidth={3} style={{ display: 'none' }} />
  )
}
