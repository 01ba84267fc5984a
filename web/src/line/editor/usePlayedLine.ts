import { spellNotes } from '@eager-contour/core'
import { useEffect } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { playedIn } from '../../tune/played.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { selectTuneLine } from './editorSlice.ts'
import { lineReplaced } from './lineHistory.ts'

/** What was played on the stage is opened like a line that was written; the line before is an undo away. */
export const usePlayedLine = ({ tune, sounding, stretch }: OpenTune): void => {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { state, pathname, search } = useLocation()
  const opened = useAppSelector((store) => selectTuneLine(store).tune === tune.id)
  useEffect(() => {
    const played = playedIn(state)
    if (!opened || !played) return
    const { notes } = spellNotes(sounding, played)
    dispatch(lineReplaced({ notes, stretch, seed: 1, title: '', revision: 0 }))
    void navigate(pathname + search, { replace: true, state: null })
  }, [state, opened, sounding, stretch, pathname, search, dispatch, navigate])
}
