import { type Options, useHotkeys } from 'react-hotkeys-hook'
import { useSettings } from './settings.ts'

/** Whether single characters are commands: the player can switch that off (WCAG 2.2, success criterion 2.1.4). */
export const useSingleKeys = (): boolean => useSettings().singleKeys

/** A command on a single character, without Ctrl, Cmd or Alt: it waits while these are switched off. */
export const useSingleKey = (
  keys: string,
  act: (event: KeyboardEvent) => void,
  options: Options = {},
  needs: readonly unknown[] = [],
): void => {
  const single = useSingleKeys()
  useHotkeys(keys, act, { ...options, enabled: single && options.enabled !== false }, [...needs, single])
}
