import type { Source } from '@eager-contour/core'
import { useEffect } from 'react'
import { halfStepsOfKey } from './computerKeys.ts'

interface StageKeys {
  readonly armed: boolean
  readonly setArmed: (armed: boolean) => void
  /** The note of the lowest key. */
  readonly base: number
  readonly press: (midi: number, source: Source) => void
  readonly release: (midi: number) => void
  readonly again: () => void
  readonly goOn: () => void
}

/** PageDown and PageUp (what pedals send), Enter to go on, K to take up the computer keyboard, and its notes while it is armed. */
export const useStageKeys = ({ armed, setArmed, base, press, release, again, goOn }: StageKeys): void => {
  useEffect(() => {
    const actions: Readonly<Record<string, () => void>> = {
      PageDown: goOn,
      PageUp: again,
      KeyK: () => setArmed(!armed),
      Escape: () => setArmed(false),
    }
    const inField = (event: KeyboardEvent) =>
      event.target instanceof HTMLInputElement && event.target.type === 'number'
    const onDown = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || inField(event)) return
      const act = {
        PageDown: goOn,
        PageUp: again,
        KeyK: () => setArmed(!armed),
        Escape: () => setArmed(false),
      }[event.code]
      const halfSteps = armed ? halfStepsOfKey(event.code) : undefined
      if (act) act()
      else if (halfSteps !== undefined) press(base + halfSteps, 'computer-keyboard')
      else return
      event.preventDefault()
    }
    const onUp = (event: KeyboardEvent) => {
      const halfSteps = armed ? halfStepsOfKey(event.code) : undefined
      if (halfSteps !== undefined) release(base + halfSteps)
    }
    addEventListener('keydown', onDown)
    addEventListener('keyup', onUp)
    return () => {
      removeEventListener('keydown', onDown)
      removeEventListener('keyup', onUp)
    }
  }, [armed, setArmed, base, press, release, again, goOn])
}
