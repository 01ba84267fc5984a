import { bandEvents, type Line } from '@eager-contour/core'
import { useEffect, useMemo } from 'react'
import { selectPlay } from '../audio/playSlice.ts'
import { useMix } from '../audio/useMix.ts'
import type { Play, Sound } from '../audio/usePlay.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { useStable } from '../ui/useStable.ts'
import { heardInTurn, selectEditor } from './editor/editorSlice.ts'
import { useOpenLine, useWritten } from './editor/openLine.ts'

/** The alternatives while they are heard one after the other. */
export const useLinesInTurn = (): readonly Line[] => {
  const { inTurn, alternatives } = useAppSelector(selectEditor)
  return useMemo(() => (inTurn ? alternatives.map(({ line }) => line) : []), [inTurn, alternatives])
}

/** The one of them that is heard, as the player reads it; when the sound stops, the line has its place again. */
export const useTurnHeard = (
  lines: readonly Line[],
  { playing, loading, toggle }: Play,
): Line | undefined => {
  const dispatch = useAppDispatch()
  const { open } = useOpenLine()
  const { pass } = useAppSelector(selectPlay)
  const { start } = useStable({
    start: () => {
      if (!playing && !loading) toggle()
    },
  })
  const asked = lines.length > 0
  useEffect(() => {
    if (asked) start()
  }, [asked, start])
  useEffect(() => {
    if (!playing && !loading) dispatch(heardInTurn(false))
  }, [playing, loading, dispatch])
  return useWritten(open, lines[pass]?.notes)
}

/** A line over the band, or another one in each pass. */
export const useLinesSound = (lines: readonly (Line | undefined)[]): Sound => {
  const { sounding, stretch } = useOpenLine().open
  const { click, voicing, lineOctave } = useMix()
  return useMemo(
    () => ({
      name: lines
        .map((line) => line?.notes.map((note) => `${note.start}:${note.midi}`).join(' ') ?? '')
        .join(', '),
      events: (swing, pass) =>
        bandEvents(sounding, stretch, lines[pass], { swing, click, voicing, lineOctave }),
      passes: lines.length,
    }),
    [sounding, stretch, lines, click, voicing, lineOctave],
  )
}
