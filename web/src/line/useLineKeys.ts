import { useHotkeys } from 'react-hotkeys-hook'
import { selectPlay, tempoSet } from '../audio/playSlice.ts'
import { TEMPO_STEP } from '../audio/TransportBar.tsx'
import { useSingleKey } from '../settings/useSingleKey.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { isForControl } from '../ui/controlKeys.ts'
import { selectCanRedo, selectCanUndo } from './editor/editorSlice.ts'
import { redo, undo } from './editor/lineHistory.ts'

/** Keys that keep working after a choice with radio buttons. */
const ON_RADIOS = { enableOnFormTags: ['radio'] } as const

/** The page's command keys: play, tempo, undo. By the character, not by the key's position: keyboard layouts differ. */
export const useLineKeys = (onPlay: () => void): void => {
  const dispatch = useAppDispatch()
  const { tempo } = useAppSelector(selectPlay)
  const canUndo = useAppSelector(selectCanUndo)
  const canRedo = useAppSelector(selectCanRedo)
  useHotkeys('space', onPlay, { preventDefault: true, ignoreEventWhen: isForControl })
  useSingleKey('bracketleft', () => dispatch(tempoSet(tempo - TEMPO_STEP)), ON_RADIOS, [tempo])
  useSingleKey('bracketright', () => dispatch(tempoSet(tempo + TEMPO_STEP)), ON_RADIOS, [tempo])
  const back = () => canUndo && dispatch(undo())
  const forth = () => canRedo && dispatch(redo())
  useHotkeys('mod+z', back, ON_RADIOS, [canUndo])
  useHotkeys('mod+shift+z', forth, ON_RADIOS, [canRedo])
  useSingleKey('z', back, ON_RADIOS, [canUndo])
  useSingleKey('shift+z', forth, ON_RADIOS, [canRedo])
}
