import { QUARTER } from '@eager-contour/core'
import { useEffect, useRef } from 'react'

/** A line that follows the run over a picture; hidden while nothing runs. */
export const useCursor = (
  position: () => number | undefined,
  x: (tick: number) => number,
  length: number,
) => {
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
  return cursor
}
