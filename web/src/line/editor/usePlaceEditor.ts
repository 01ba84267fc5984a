import type { Brief } from '@eager-contour/core'
import { useEffect } from 'react'
import { analysisOf, engine } from '../../engine/engine.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch } from '../../store/store.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { briefOf, DEFAULT_PREFERENCE } from '../brief/briefs.ts'
import { editorLeft, editorPlaced } from './editorSlice.ts'
import './composing.ts'
import './saving.ts'

/** The composer warms up this long after the page has come to rest. */
const WARM_AFTER_MS = 400

/** Tells the editor which bars the page shows, for as long as it shows them. */
export const usePlaceEditor = ({ tune, sounding, stretch }: OpenTune): void => {
  const dispatch = useAppDispatch()
  const { range } = useSettings().instrument
  useEffect(() => {
    const analysis = analysisOf(sounding)
    dispatch(editorPlaced({ tune: tune.id, stretch, analysis, range }))
    const brief: Brief = { ...briefOf(DEFAULT_PREFERENCE), stretch, range, seed: 1, count: 1 }
    const timer = setTimeout(() => void engine().warm(analysis, brief), WARM_AFTER_MS)
    return () => clearTimeout(timer)
  }, [tune.id, sounding, stretch, range, dispatch])
  useEffect(() => () => void dispatch(editorLeft()), [dispatch])
}
