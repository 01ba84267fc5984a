import { useEffect, useRef, useState } from 'react'

/** Seconds to look at a result before the next run starts. */
const WAIT = 6

/** Acts by itself some seconds after something is waited for; returns the seconds left. */
export const useByItself = (waiting: boolean, act: () => void): number | undefined => {
  const [left, setLeft] = useState<number>()
  const latest = useRef(act)
  latest.current = act
  useEffect(() => {
    setLeft(waiting ? WAIT : undefined)
    if (!waiting) return
    let seconds = WAIT
    const timer = setInterval(() => {
      seconds -= 1
      setLeft(seconds)
      if (seconds > 0) return
      clearInterval(timer)
      latest.current()
    }, 1000)
    return () => clearInterval(timer)
  }, [waiting])
  return left
}
