import {
  type Analysis,
  type BandEvent,
  type Stretch,
  type Swing,
  stretchTicks,
  swingAt,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef } from 'react'
import { useAppDispatch, useAppSelector } from '../app/store.ts'
import { bandIfReady, loadBand } from './band.ts'
import { followClock } from './clock.ts'
import { playStateSet, soundRefused, tempoSet } from './playSlice.ts'

/** What is played over a stretch: a name that changes when the notes do, and the notes in a swing. */
export interface Sound {
  readonly name: string
  readonly events: (swing: Swing) => readonly BandEvent[]
}

export interface Play {
  readonly playing: boolean
  readonly loading: boolean
  readonly toggle: () => void
}

/** Plays the stretch in a loop. Other notes go on from where the old ones were. */
export const usePlay = (analysis: Analysis, stretch: Stretch, sound: Sound): Play => {
  const dispatch = useAppDispatch()
  const { state, tempo, muted } = useAppSelector((root) => root.play)
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
      const events = sound.events(feel).filter(({ part }) => !muted.includes(part))
      band.play(events, {
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
    [analysis, stretch, sound, muted, dispatch],
  )

  const sounding = useRef<unknown>(undefined)
  useEffect(() => {
    const now = `${analysis.chart.title} ${stretch.from} ${stretch.to} ${sound.name} ${muted.join()}`
    if (wanted.current && bandIfReady() && sounding.current !== undefined && sounding.current !== now)
      void start(true)
    sounding.current = now
  }, [analysis, stretch, sound, muted, start])

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

/** Lets a few notes be heard once, in whatever is going on. */
export const useHear = (): ((events: readonly BandEvent[]) => void) => {
  const dispatch = useAppDispatch()
  return useCallback(
    (events) =>
      void loadBand()
        .then((band) => {
          followClock(undefined)
          dispatch(playStateSet('stopped'))
          band.play(events, { bpm: HEARD_BPM, loopTicks: 0 })
        })
        .catch(() => dispatch(soundRefused('The sound could not be started. Press again to try once more.'))),
    [dispatch],
  )
}

const HEARD_BPM = 120

/** The tempo of the tune that was opened, until the player turns it. */
export const useTuneTempo = (tune: string, tempo: number): void => {
  const dispatch = useAppDispatch()
  useEffect(() => {
    void tune
    dispatch(tempoSet(tempo))
  }, [dispatch, tune, tempo])
}
