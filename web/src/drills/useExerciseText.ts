import type { ExerciseAnswer } from '@eager-contour/contract'
import { RUNGS } from '@eager-contour/core'
import { useTunesQuery } from '../data/api.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'

/** A saved exercise in words: its rung and variant; its tune, bars, key and tempo. */
export const useExerciseText = () => {
  const { instrument } = useSettings()
  const { data: tunes = [] } = useTunesQuery()
  return (exercise: ExerciseAnswer) => {
    const rung = RUNGS.find(({ id }) => id === exercise.rung)
    const variant = exercise.variant > 0 ? rung?.variants[exercise.variant] : undefined
    const tune = tunes.find(({ id }) => id === exercise.tune)
    const key = exercise.key ? ` in ${writtenKey(`${exercise.key} major`, instrument).split(' ')[0]}` : ''
    return {
      rung: `${rung?.name ?? exercise.rung}${variant ? `, ${variant.name}` : ''}`,
      facts: `${tune?.title ?? 'deleted tune'}, ${barsText(exercise.stretch)}${key} · ${exercise.tempo}`,
      asks: rung?.asks ?? '',
    }
  }
}
