import { useEffect, useState } from 'react'

/** Whether the page was painted since this came onto it: what is not seen first can wait for that. */
export const usePainted = (): boolean => {
  const [painted, setPainted] = useState(false)
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => setPainted(true))
    })
    return () => {
      cancelAnimationFrame(frame)
      clearTimeout(timer)
    }
  }, [])
  return painted
}
