import {
  type Analysis,
  bandEvents,
  type Line,
  type Stretch,
  stretchTicks,
  swingAt,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef } from 'react'
import { useAppDispatch, useAppSelector } from '../app/store.ts'
import { bandIfReady, loadBand } from './band.ts'
import { followClock } from './clock.ts'
import { playStateSet, soundRefused, tempoSet } from './playSlice.ts'

export interface Play {
  readonly playing: boolean
  readonly loading: boolean
  readonly toggle: () => void
}

/** Plays the stretch in a loop: the line over the bass and the click. A new line goes on from where the old one was. */
export const usePlay = (analysis: Analysis, stretch: Stretch, line: Line | undefined): Play => {
  const dispatch = useAppDispatch()
  const { state, tempo } = useAppSelector((root) => root.play)
  const tempoNow = useRef(tempo)
  tempoNow.current = tempo
  const wanted = useRef(false)

  const stop = useCallback(() => {
    wanted.current = false
    bandIfReady()?.stop()
    followClock(undefined)
    dispatch(playStateSet('stopped'))
  }, [dispatch])

  const start = useCallback(
    async (goOn: boolean) => {
      wanted.current = true
      if (!bandIfReady()) dispatch(playStateSet('loading'))
      const band = await loadBand().catch(() => undefined)
      if (!band) {
        dispatch(
          soundRefused('The sound could not be started. Everything else works; press play to try again.'),
        )
        return
      }
      if (!wanted.current) return
      const { start: from, end } = stretchTicks(analysis.chart, stretch)
      const feel = analysis.chart.feel === 'swing' ? swingAt(tempoNow.current) : 0.5
      const position = goOn ? band.position() : undefined
      band.play(bandEvents(analysis, stretch, line, feel), {
        bpm: tempoNow.current,
        loopTicks: end - from,
        from: position ?? 0,
      })
      followClock(() => {
        const tick = band.position()
        return tick === undefined ? undefined : from + (tick % (end - from))
      })
      dispatch(soundRefused(undefined))
      dispatch(playStateSet('playing'))
    },
    [analysis, stretch, line, dispatch],
  )

  const sounding = useRef<unknown>(undefined)
  useEffect(() => {
    const now = bandEventsKey(analysis, stretch, line)
    if (wanted.current && bandIfReady() && sounding.current !== undefined && sounding.current !== now)
      void start(true)
    sounding.current = now
  }, [analysis, stretch, line, start])

  useEffect(() => {
    bandIfReady()?.setTempo(tempo)
  }, [tempo])
  useEffect(() => stop, [stop])

  return {
    playing: state === 'playing',
    loading: state === 'loading',
    toggle: useCallback(() => (wanted.current ? stop() : void start(false)), [start, stop]),
  }
}

/** What sounds, as one value: when it changes while playing, the play goes on with the new. */
const bandEventsKey = (analysis: Analysis, stretch: Stretch, line: Line | undefined): string =>
  `${analysis.chart.title} ${stretch.from} ${stretch.to} ${line?.notes.map((note) => `${note.start}:${note.midi}`).join(' ') ?? ''}`

/** The tempo of the tune that was opened, until the player turns it. */
export const useTuneTempo = (tune: string, tempo: number): void => {
  const dispatch = useAppDispatch()
  useEffect(() => {
    void tune
    dispatch(tempoSet(tempo))
  }, [dispatch, tune, tempo])
}
