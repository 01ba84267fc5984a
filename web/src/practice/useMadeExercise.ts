import {
  type ExerciseInKey,
  type ExerciseSpec,
  type Key,
  makeExerciseInKey,
  type Outcome,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { useSettings } from '../settings/settings.ts'
import type { OpenTune } from '../tune/useTune.ts'

/** An exercise made in a key (at concert pitch; the tune's own where none is given), for the player's instrument. */
export const useMadeExercise = (
  { sounding }: OpenTune,
  key: Key | undefined,
  spec: ExerciseSpec,
): Outcome<ExerciseInKey> => {
  const { instrument, spelling } = useSettings()
  const asked = JSON.stringify([spec, key])
  return useMemo(() => {
    const [wanted, at] = JSON.parse(asked) as [ExerciseSpec, Key | undefined]
    return makeExerciseInKey(sounding, wanted, instrument, at, spelling)
  }, [sounding, asked, instrument, spelling])
}
