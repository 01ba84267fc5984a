import { useEffect } from 'react'

/** Keeps the screen from going dark while something is played; where the browser cannot, nothing happens. */
export const useWakeLock = (active: boolean): void => {
  useEffect(() => {
    if (!active || !('wakeLock' in navigator)) return
    const lock = navigator.wakeLock.request('screen').catch(() => undefined)
    return () => void lock.then((held) => held?.release())
  }, [active])
}
