import { err, type Outcome } from '../../outcome/outcome.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { tuneInKey } from '../../tune/analysis/inKey.ts'
import type { ExerciseSpec } from './exercise.ts'
import { type ExerciseInKey, exerciseOver, type NoteSpelling } from './inKey.ts'
import { RUNGS } from './rungs.ts'

/**
 * The exercise that a take was played to, made again from what the take says of it, over the tune as it is now.
 *
 * @param analysis the tune in its own key, at concert pitch
 * @param text the exercise as the take has it
 * @param key the key in which it was played
 * @returns a problem if the take's exercise can't be read, or the tune no longer has its bars
 * @example playedExercise(analysis, JSON.stringify(exercise.spec), readKey('C major'), trumpet).ok // true
 */
export const playedExercise = (
  analysis: Analysis,
  text: string,
  key: Key | undefined,
  instrument: Instrument,
  spelling?: NoteSpelling,
): Outcome<ExerciseInKey> => {
  const spec = specOf(text)
  if (!spec || spec.stretch.to >= analysis.chart.bars.length) return err({ rule: 'take.exercise', args: [] })
  return exerciseOver(tuneInKey(analysis, instrument, key), spec, instrument, spelling)
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
