import {
  type Exercise,
  type Judged,
  judgedInPass,
  onePass,
  passAt,
  type Ticks,
  ticksToMs,
} from '@eager-contour/core'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { LOOK_MS } from './looking.ts'

interface PassShown {
  /** One pass of the exercise. */
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
  /** Ticks from the pass's start; negative while a bar is counted before it. */
  readonly position: () => Ticks | undefined
  /** From 0. */
  readonly pass: number
  /** Whether the application plays, and the player listens. */
  readonly listens: boolean
}

/** The pass of a looped exercise that is being played, or the last one when it is over; the exercise itself if it isn't looped. */
export const usePass = (
  exercise: Exercise,
  judged: readonly Judged[],
  position: () => Ticks | undefined,
  over: boolean,
): PassShown => {
  const [playing, setPlaying] = useState(0)
  const [listens, setListens] = useState(false)
  const last = (exercise.loop?.passes ?? 1) - 1
  useEffect(() => {
    if (!exercise.loop && !exercise.free?.soloist) return
    const timer = setInterval(() => {
      const now = passAt(exercise, position() ?? 0)
      setPlaying(now.pass)
      setListens(now.listens)
    }, LOOK_MS)
    return () => clearInterval(timer)
  }, [exercise, position])
  const pass = over ? last : playing
  const within = useCallback(() => {
    const tick = position()
    return tick === undefined ? undefined : passAt(exercise, tick).within
  }, [exercise, position])
  return {
    exercise: useMemo(() => onePass(exercise), [exercise]),
    judged: useMemo(
      () => judgedInPass(exercise, judged, pass, (ticks) => ticksToMs(ticks, exercise.spec.tempo)),
      [exercise, judged, pass],
    ),
    position: within,
    pass,
    listens,
  }
}
