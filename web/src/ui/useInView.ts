import { type RefObject, useEffect, useState } from 'react'

/** Pixels above and below the window within which content is prepared. */
const MARGIN = '400px 0px'

/** Whether an element is in the window or near it; until that is known, as `atFirst` says. */
export const useInView = (element: RefObject<HTMLElement | null>, atFirst = true): boolean => {
  const [inView, setInView] = useState(atFirst)
  useEffect(() => {
    if (!element.current) return
    const observer = new IntersectionObserver(([entry]) => setInView(entry!.isIntersecting), {
      rootMargin: MARGIN,
    })
    observer.observe(element.current)
    return () => observer.disconnect()
  }, [element])
  return inView
}
