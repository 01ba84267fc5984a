import {
  type Analysis,
  type BandEvent,
  barTicks,
  countInEvents,
  fromFirstEvent,
  type Kit,
  kitOf,
  type Part,
  type Stretch,
  type Swing,
  stretchTicks,
  swingOf,
  type Ticks,
} from '@eager-contour/core'
import { useCallback, useEffect, useMemo, useRef } from 'react'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { type BandSound, bandIfReady, loadBand, type Played } from './band.ts'
import { followClock } from './clock.ts'
import type { Mix } from './mixSlice.ts'
import { passReached, playStateSet, selectPlay, soundRefused, tempoSet } from './playSlice.ts'
import { voicesOf } from './sounds.ts'
import { useMix } from './useMix.ts'

/**
 * What is played over a stretch: a name that changes when the notes do, and the notes for a swing, in each pass of the loop
 * where there are several.
 */
export interface Sound {
  readonly name: string
  readonly events: (swing: Swing, pass: number) => readonly BandEvent[]
  /** 1 if left out. */
  readonly passes?: number
}

export interface Play {
  readonly playing: boolean
  readonly loading: boolean
  readonly toggle: () => void
}

/** The band's sound by the mix. */
export const bandSound = (mix: Mix, kit: Kit): BandSound => {
  const voices = voicesOf(mix, kit)
  return Object.fromEntries(
    (Object.keys(voices) as readonly Part[]).map((part) => [
      part,
      { ...voices[part], volume: mix.volumes[part], silent: mix.muted.includes(part) },
    ]),
  ) as BandSound
}

/** The share of a beat that its first eighth takes: the player's own, or by feel and tempo. */
export const swingFor = ({ feel }: Analysis['chart'], { swing }: Mix, tempo: number): Swing =>
  swing === undefined || feel === 'straight' || feel === 'bossa' ? swingOf(feel, tempo) : swing

/** What is played: a count-in if wanted, and the stretch in a loop, with or without a count-in between. */
const playedOf = (
  analysis: Analysis,
  stretch: Stretch,
  sound: Sound,
  mix: Mix,
  tempo: number,
): Played & { readonly countIn: number; readonly pass: Ticks } => {
  const { start, end: stretchEnd } = stretchTicks(analysis.chart, stretch)
  const { meter } = analysis.chart.bars[stretch.from]!
  const bar = barTicks(meter)
  const length = stretchEnd - start
  const counted = (at: number) => countInEvents(meter).map((event) => ({ ...event, tick: event.tick + at }))
  const pass = length + mix.gap * bar
  const swing = swingFor(analysis.chart, mix, tempo)
  const sounds = Array.from({ length: sound.passes ?? 1 }, (_, at) => sound.events(swing, at))
  const pickup = sounds[0]!.filter(({ tick }) => tick < 0)
  // A pickup is played in a bar before the first pass, and again at the end of the last one when it goes round.
  const countIn = mix.countIn || pickup.length > 0 ? bar : 0
  const passes = sounds.map((_, at) => countIn + at * pass)
  const end = countIn + passes.length * pass
  return {
    events: [
      ...(mix.countIn ? counted(0) : []),
      ...passes.flatMap((from, at) => [
        ...sounds[at]!.map((event) => ({ ...event, tick: event.tick + from })),
        ...(mix.gap === 1 ? counted(from + length) : []),
      ]),
      ...pickup.map((event) => ({ ...event, tick: event.tick + end })),
    ],
    loop: { from: countIn, to: end },
    bpm: tempo,
    slower: mix.slower,
    countIn,
    pass,
  }
}

/** Plays the stretch in a loop. Changed notes continue at the current position. */
export const usePlay = (analysis: Analysis, stretch: Stretch, sound: Sound): Play => {
  const dispatch = useAppDispatch()
  const { state, tempo } = useAppSelector(selectPlay)
  const mix = useMix()
  const tempoNow = useRef(tempo)
  tempoNow.current = tempo
  const wanted = useRef(false)
  const { feel } = analysis.chart

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
        dispatch(soundRefused('The sound couldn’t start. Everything else works; press Play to try again.'))
        return
      }
      if (!wanted.current) return
      const { start: from, end } = stretchTicks(analysis.chart, stretch)
      const played = playedOf(analysis, stretch, sound, mix, tempoNow.current)
      if (goOn) band.replace(played)
      else {
        band.setSound(bandSound(mix, kitOf(feel)))
        await band.prepare(played.events)
        if (!wanted.current) return
        band.play(played)
      }
      let heard = 0
      dispatch(passReached(heard))
      followClock(() => {
        const tick = band.position()
        if (tick === undefined || tick < played.countIn) return undefined
        const pass = Math.floor((tick - played.countIn) / played.pass)
        if (pass !== heard) dispatch(passReached(pass))
        heard = pass
        const within = tick - played.countIn - pass * played.pass
        return within >= end - from ? undefined : from + within
      })
      dispatch(soundRefused(undefined))
      dispatch(playStateSet('playing'))
    },
    [analysis, stretch, sound, mix, feel, dispatch],
  )

  const sounding = useRef<{ place: string; notes: string }>(undefined)
  const place = `${analysis.chart.title} ${stretch.from} ${stretch.to} ${mix.countIn} ${mix.gap} ${sound.passes ?? 1}`
  const swing = swingFor(analysis.chart, mix, tempo).toFixed(2)
  const notes = `${sound.name} ${swing} ${mix.slower} ${mix.click} ${mix.voicing} ${mix.lineOctave}`
  useEffect(() => {
    const before = sounding.current
    sounding.current = { place, notes }
    if (!wanted.current || !bandIfReady() || !before) return
    if (before.place !== place) void start(false)
    else if (before.notes !== notes) void start(true)
  }, [place, notes, start])

  const sounds = useMemo(() => bandSound(mix, kitOf(feel)), [mix, feel])
  useEffect(() => {
    bandIfReady()?.setSound(sounds)
  }, [sounds])
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

/** Plays a few notes once, without disturbing anything else. */
export const useHear = (): ((events: readonly BandEvent[]) => void) => {
  const dispatch = useAppDispatch()
  return useCallback(
    (events) =>
      void loadBand()
        .then((band) => {
          followClock(undefined)
          dispatch(playStateSet('stopped'))
          band.play({ events: fromFirstEvent(events), bpm: HEARD_BPM })
        })
        .catch(() => dispatch(soundRefused('The sound couldn’t start. Press again to retry.'))),
    [dispatch],
  )
}

const HEARD_BPM = 120

/** The tempo of the opened tune, until the player changes it. */
export const useTuneTempo = (tune: string, tempo: number): void => {
  const dispatch = useAppDispatch()
  useEffect(() => {
    void tune
    dispatch(tempoSet(tempo))
  }, [dispatch, tune, tempo])
}
