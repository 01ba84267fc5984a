import type { Source } from '@eager-contour/core'
import { useEffect } from 'react'
import { halfStepsOfKey } from '../../input/computerKeys.ts'

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

const ARM = 'KeyK'
const DISARM = 'Escape'

const inNumberField = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLInputElement && target.type === 'number'

/**
 * PageDown continues and PageUp plays again (pedals send these), K arms the computer keyboard, Escape or K disarms
 * it, and while it is armed its keys are notes.
 */
export const useStageKeys = ({ armed, setArmed, base, press, release, again, goOn }: StageKeys): void => {
  useEffect(() => {
    const commands = new Map([
      ['PageDown', goOn],
      ['PageUp', again],
      [ARM, () => setArmed(!armed)],
      [DISARM, () => setArmed(false)],
    ])
    const onDown = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return
      const typing = inNumberField(event)
      const command = typing && event.code === ARM ? undefined : commands.get(event.code)
      const halfSteps = armed && !typing ? halfStepsOfKey(event.code) : undefined
      if (command) command()
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
