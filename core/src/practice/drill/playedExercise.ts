import { err, type Outcome } from '../../outcome/outcome.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import type { Take } from '../listen/take.ts'
import type { Exercise, ExerciseSpec } from './exercise.ts'
import { inPasses, tuneInKey } from './inKey.ts'
import { makeExercise } from './make.ts'
import { RUNGS } from './rungs.ts'

/**
 * The exercise that a take was played to, made again from what the take says of it, over the tune as it is now.
 *
 * @param analysis the tune in its own key, at concert pitch
 * @param key the key in which it was played
 * @returns a problem if the take's exercise can't be read, or the tune no longer has its bars
 * @example playedExercise(analysis, take, key, instrument).ok // true
 */
export const playedExercise = (
  analysis: Analysis,
  take: Pick<Take, 'exercise'>,
  key: Key | undefined,
  instrument: Instrument,
): Outcome<Exercise> => {
  const spec = specOf(take.exercise)
  if (!spec || spec.stretch.to >= analysis.chart.bars.length) return err({ rule: 'take.exercise', args: [] })
  const { sounding } = tuneInKey(analysis, instrument, key)
  const made = makeExercise(spec, sounding, instrument)
  return made.ok ? { ...made, value: inPasses(made.value, sounding.chart) } : made
}

/** What a take says of its exercise; undefined if it is damaged, or from a version that knows other rungs. */
const specOf = (text: string): ExerciseSpec | undefined => {
  try {
    const spec = JSON.parse(text) as Partial<ExerciseSpec> | null
    const known = RUNGS.some(({ id }) => id === spec?.rung)
    const whole = known && Number.isInteger(spec?.stretch?.from) && Number.isInteger(spec?.stretch?.to)
    return whole && Number.isFinite(spec?.tempo) ? (spec as ExerciseSpec) : undefined
  } catch {
    return undefined
  }
}
