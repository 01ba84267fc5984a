import { type Options, useHotkeys } from 'react-hotkeys-hook'
import { useSingleKey } from '../../settings/useSingleKey.ts'

interface StageCommands {
  /** False while letters are notes. */
  readonly letters: boolean
  readonly onGoOn: () => void
  readonly onAgain: () => void
  /** Hides more of the music, or less. */
  readonly onHide: (by: 1 | -1) => void
}

/** Pedals work wherever the focus is. */
const PEDAL: Options = {
  preventDefault: true,
  enableOnFormTags: true,
  ignoreEventWhen: (event) => event.repeat,
}

/** The stage's command keys: PageDown continues and PageUp plays again (pedals send these), H hides more. */
export const useStageKeys = ({ letters, onGoOn, onAgain, onHide }: StageCommands): void => {
  useHotkeys('pagedown', onGoOn, PEDAL, [onGoOn])
  useHotkeys('pageup', onAgain, PEDAL, [onAgain])
  useSingleKey('h', () => onHide(1), { enabled: letters }, [onHide, letters])
  useSingleKey('shift+h', () => onHide(-1), { enabled: letters }, [onHide, letters])
}
