import { type RefObject, useEffect, useState } from 'react'

/** The width of an element, 0 before it is known. */
export const useWidth = (element: RefObject<HTMLElement | null>): number => {
  const [width, setWidth] = useState(0)
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)))
    observer.observe(element.current!)
    return () => observer.disconnect()
  }, [element])
  return width
}
