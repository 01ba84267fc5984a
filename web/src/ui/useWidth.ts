import { type RefObject, useLayoutEffect, useState } from 'react'

/** The width of an element, 0 before it is there: it is known before the page is painted, so that nothing moves. */
export const useWidth = (element: RefObject<HTMLElement | null>): number => {
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    setWidth(element.current!.clientWidth)
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)))
    observer.observe(element.current!)
    return () => observer.disconnect()
  }, [element])
  return width
}
