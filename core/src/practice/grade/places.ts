import { OCTAVE } from '../../theory/pitch/interval.ts'
import { swinging } from '../../theory/rhythm/swing.ts'
import { QUARTER, ticksToMs } from '../../theory/rhythm/ticks.ts'
import type { Exercise, ExpectedNote } from '../drill/exercise.ts'
import type { GradeRules } from './rules.ts'

export const beatMs = ({ spec }: Pick<Exercise, 'spec'>): number => ticksToMs(QUARTER, spec.tempo)

/**
 * When each expected note of an exercise is due, in milliseconds from its first beat: as the band would play it.
 *
 * @example placesMsOf(exercise)[0] // 0
 */
export const placesMsOf = ({ expected, swing, spec }: Exercise): readonly number[] => {
  const starts = expected.map(({ start }) => start)
  return starts.map(swinging(starts, swing)).map((tick) => ticksToMs(tick, spec.tempo))
}

/** Whether a played pitch is the asked one, in the octaves that the rules accept. */
export const samePitch = (rules: GradeRules, asked: ExpectedNote, midi: number): boolean =>
  rules.octaves === 'any' ? (asked.midi - midi) % OCTAVE === 0 : asked.midi === midi
