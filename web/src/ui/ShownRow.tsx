import { type ReactNode, useEffect, useRef, useState } from 'react'

/** How far beyond the window rows are drawn. */
const AHEAD = '900px'

/** Draws its content only near the window: a tune of two thousand bars scrolls like one of twelve. */
export const ShownRow = ({ height, children }: { readonly height: number; readonly children: ReactNode }) => {
  const place = useRef<HTMLDivElement>(null)
  const [shown, setShown] = useState(false)
  useEffect(() => {
    const observer = new IntersectionObserver(([entry]) => setShown(entry?.isIntersecting ?? false), {
      rootMargin: AHEAD,
    })
    observer.observe(place.current!)
    return () => observer.disconnect()
  }, [])
  return (
    <div ref={place} style={{ minHeight: height }}>
      {shown && children}
    </div>
  )
}
