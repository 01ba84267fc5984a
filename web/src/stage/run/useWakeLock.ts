import { useEffect } from 'react'

/** Keeps the screen on during a run; if the browser can't, nothing happens. */
export const useWakeLock = (active: boolean): void => {
  useEffect(() => {
    if (!active || !('wakeLock' in navigator)) return
    const lock = navigator.wakeLock.request('screen').catch(() => undefined)
    return () => void lock.then((held) => held?.release())
  }, [active])
}
