import { useEffect, useState } from 'react'

/** Whether the page was painted since this was mounted: content that isn't seen first can wait for that. */
export const usePainted = (after = true): boolean => {
  const [painted, setPainted] = useState(false)
  useEffect(() => {
    if (!after) return
    let timer: ReturnType<typeof setTimeout> | undefined
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => setPainted(true))
    })
    return () => {
      cancelAnimationFrame(frame)
      clearTimeout(timer)
    }
  }, [after])
  return painted
}
