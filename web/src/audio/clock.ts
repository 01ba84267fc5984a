import type { Ticks } from '@eager-contour/core'
import { useEffect } from 'react'

type Listener = (tick: Ticks | undefined) => void

const listeners = new Set<Listener>()
let source: (() => Ticks | undefined) | undefined
let frame = 0

const beat = () => {
  const tick = source?.()
  for (const listener of listeners) listener(tick)
  if (source) frame = requestAnimationFrame(beat)
}

/** The playback position for everything that shows it, once a frame: strip, terrain and staff move together. */
export const followClock = (position: (() => Ticks | undefined) | undefined): void => {
  source = position
  cancelAnimationFrame(frame)
  beat()
}

/** Calls with the tune's tick on every frame during playback, and with undefined when it stops. */
export const useClock = (listener: Listener): void => {
  useEffect(() => {
    listeners.add(listener)
    return () => {
      listeners.delete(listener)
    }
  }, [listener])
}
