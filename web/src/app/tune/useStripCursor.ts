import type { Ticks } from '@eager-contour/core'
import { type RefObject, useCallback, useEffect, useRef } from 'react'
import { useClock } from '../../audio/clock.ts'

interface Box {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
}

/**
 * Moves a cursor over the bars of a strip during playback. The positions of the bars are measured when they change,
 * not in every frame: a frame that reads and writes forces a layout.
 */
export const useStripCursor = (
  grid: RefObject<HTMLElement | null>,
  cursor: RefObject<HTMLElement | null>,
  starts: readonly Ticks[],
): void => {
  const boxes = useRef<readonly Box[]>([])
  const shown = useRef<number>(undefined)
  useEffect(() => {
    const element = grid.current
    if (!element) return
    void starts
    const measure = () => {
      boxes.current = [...(element.children as HTMLCollectionOf<HTMLElement>)].map(
        ({ offsetLeft, offsetTop, offsetWidth, offsetHeight }) => ({
          left: offsetLeft,
          top: offsetTop,
          width: offsetWidth,
          height: offsetHeight,
        }),
      )
      shown.current = undefined
    }
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    return () => observer.disconnect()
  }, [grid, starts])
  useClock(
    useCallback(
      (tick) => {
        const mark = cursor.current
        if (!mark) return
        const bar =
          tick === undefined || tick >= starts.at(-1)! ? -1 : starts.findLastIndex((start) => start <= tick)
        const box = boxes.current[bar]
        if (shown.current !== bar) {
          shown.current = bar
          mark.style.display = box ? 'block' : 'none'
          if (box) mark.style.height = `${box.height}px`
        }
        if (!box) return
        const share = (tick! - starts[bar]!) / (starts[bar + 1]! - starts[bar]!)
        mark.style.transform = `translate(${box.left + share * box.width}px, ${box.top}px)`
      },
      [cursor, starts],
    ),
  )
}
