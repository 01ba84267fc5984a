import { useEffect } from 'react'

/** Gives the page its own title in the browser. */
export const usePageTitle = (title: string): void => {
  useEffect(() => {
    document.title = `${title} · Eager Contour`
  }, [title])
}
