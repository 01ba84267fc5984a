import { useEffect, useState } from 'react'
import { type Options, useHotkeys } from 'react-hotkeys-hook'
import { useSingleKey } from '../settings/useSingleKey.ts'

const isNumberField = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLInputElement && target.type === 'number'

/** Everywhere but where text is typed. */
const ANYWHERE: Options = {
  preventDefault: true,
  enableOnFormTags: ['input', 'select', 'radio'],
  ignoreEventWhen: (event) => event.repeat || isNumberField(event),
}

/** Whether the computer keyboard plays notes: K switches it, Escape ends it. */
export const useArmed = (active: boolean): readonly [boolean, (armed: boolean) => void] => {
  const [armed, setArmed] = useState(false)
  useSingleKey('k', () => setArmed((on) => !on), { ...ANYWHERE, enabled: active }, [active])
  useHotkeys('escape', () => setArmed(false), { ...ANYWHERE, enabled: active && armed }, [active, armed])
  useEffect(() => {
    if (!active) setArmed(false)
  }, [active])
  return [armed, setArmed]
}
