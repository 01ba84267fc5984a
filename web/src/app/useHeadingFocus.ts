import { useEffect, useRef } from 'react'
import { useLocation } from 'react-router'

/** A page is looked for during this time after moving to it: it may have to be loaded. */
const LONGEST_MS = 3000
/** How much of an address says which page it is: the pages of a tune share a heading. */
const placeOf = (pathname: string): string => pathname.split('/').slice(0, 3).join('/')

/** After moving to another page the focus goes to its heading, so that it is read out, and Tab goes on from there. */
export const useHeadingFocus = (): void => {
  const place = placeOf(useLocation().pathname)
  const before = useRef({ place, heading: undefined as Element | null | undefined })
  useEffect(() => {
    if (before.current.place === place) {
      before.current.heading = document.querySelector('h1')
      return
    }
    const left = before.current.heading
    before.current = { place, heading: undefined }
    const until = performance.now() + LONGEST_MS
    let frame = 0
    const look = () => {
      const heading = document.querySelector<HTMLElement>('h1')
      // The page that is left may still be shown.
      if (heading && (heading !== left || !left?.isConnected)) {
        before.current.heading = heading
        // A page that has put the focus itself keeps it.
        const now = document.activeElement
        if (now && now !== document.body && !now.closest('nav, header')) return
        heading.tabIndex = -1
        heading.focus({ preventScroll: true })
      } else if (performance.now() < until) frame = requestAnimationFrame(look)
    }
    frame = requestAnimationFrame(look)
    return () => cancelAnimationFrame(frame)
  }, [place])
}
