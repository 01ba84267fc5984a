import { useEffect, useState } from 'react'
import { afterFrames } from './afterFrames.ts'

/** Whether the page was painted since this was mounted: content that isn't seen first can wait for that. */
export const usePainted = (after = true): boolean => {
  const [painted, setPainted] = useState(false)
  useEffect(() => {
    if (!after) return
    return afterFrames(1, () => setPainted(true))
  }, [after])
  return painted
}
