import { useEffect, useRef } from 'react'
import { halfStepsOfKey } from './computerKeys.ts'

/** What doesn't take letters: a box, a slider, a button. */
const NOT_TYPED = ['radio', 'checkbox', 'range', 'button', 'submit', 'file']

const isTyped = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !NOT_TYPED.includes(target.type))

interface ComputerKeys {
  readonly armed: boolean
  /** The note of the lowest key, as a MIDI number. */
  readonly base: number
  /** A note, with the moment of the page at which its key went down or up, however late that is handled. */
  readonly onPress: (midi: number, atMs: number) => void
  readonly onRelease: (midi: number, atMs: number) => void
}

/** The computer keyboard as an instrument, while it is armed. */
export const useComputerKeys = (keys: ComputerKeys): void => {
  const latest = useRef(keys)
  latest.current = keys
  const { armed, base } = keys
  useEffect(() => {
    if (!armed) return
    const act = (event: KeyboardEvent, on: boolean) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || isTyped(event)) return
      const halfSteps = halfStepsOfKey(event.code)
      if (halfSteps === undefined) return
      const { onPress, onRelease } = latest.current
      if (on) onPress(base + halfSteps, event.timeStamp)
      else onRelease(base + halfSteps, event.timeStamp)
      event.preventDefault()
      event.stopPropagation()
    }
    const onDown = (event: KeyboardEvent) => act(event, true)
    const onUp = (event: KeyboardEvent) => act(event, false)
    // Before everything else: while armed, letters are notes and not commands.
    addEventListener('keydown', onDown, true)
    addEventListener('keyup', onUp, true)
    return () => {
      removeEventListener('keydown', onDown, true)
      removeEventListener('keyup', onUp, true)
    }
  }, [armed, base])
}
