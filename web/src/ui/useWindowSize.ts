import { useEffect, useState } from 'react'

const sizeNow = () => ({ width: window.innerWidth, height: window.innerHeight })

/** The size of the window, in pixels. */
export const useWindowSize = (): { readonly width: number; readonly height: number } => {
  const [size, setSize] = useState(sizeNow)
  useEffect(() => {
    const resized = () => setSize(sizeNow())
    window.addEventListener('resize', resized)
    return () => window.removeEventListener('resize', resized)
  }, [])
  return size
}
