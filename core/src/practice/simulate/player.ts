import { normalFrom, randomFrom } from '../../random/random.ts'
import { swinging } from '../../theory/rhythm/swing.ts'
import { QUARTER, ticksToMs } from '../../theory/rhythm/ticks.ts'
import type { Exercise } from '../drill/exercise.ts'
import { passAt } from '../drill/loops.ts'
import { GRADER, type PlayedNote, type Take } from '../listen/take.ts'

/** A simulated person at an instrument: the same seed plays the same. */
export interface SimulatedPlayer {
  readonly seed: number
  /** The probability, 0 to 1, that a note goes wrong: a wrong pitch (half of them), left out, or one extra. */
  readonly errorRate: number
  /** Standard deviation of the onsets in milliseconds. */
  readonly spreadMs: number
  /** The probability, 0 to 1, that the player hesitates before a note. */
  readonly stopRate?: number
  /** How much slower than asked the player is: 0.05 drags by a twentieth, negative rushes. */
  readonly drift?: number
}

/**
 * A simulated player who plays every note as written.
 *
 * @example perfectPlayer.errorRate // 0
 */
export const perfectPlayer: SimulatedPlayer = { seed: 1, errorRate: 0, spreadMs: 0 }

/** A hesitation lasts one or two beats; the player then continues, late by as much. */
const STOP_TICKS = QUARTER

/** A slip is a half or whole step away. */
const SLIPS: readonly number[] = [-2, -1, 1, 2]

/** Where the simulated player went wrong, by expected note. */
export interface Slip {
  readonly expected: number
  readonly kind: 'wrong' | 'missed' | 'extra'
}

/** How the simulated player plays an exercise: notes in the order of their onsets, and the slips. */
export const simulatePlaying = (
  exercise: Exercise,
  player: SimulatedPlayer,
): { readonly notes: readonly PlayedNote[]; readonly slips: readonly Slip[] } => {
  const random = randomFrom(player.seed)
  const { tempo } = exercise.spec
  const slips: Slip[] = []
  let behind = 0
  // Where the player makes the line, this one plays the example.
  const { free } = exercise
  const asked = (free?.example ?? exercise.expected).filter(
    ({ start }) => !free || !passAt(exercise, start).listens,
  )
  const sounding = swinging(
    asked.map(({ start }) => start),
    exercise.swing,
  )
  const notes = asked.flatMap((wanted, expected): PlayedNote[] => {
    if (player.stopRate !== undefined && random() < player.stopRate)
      behind += ticksToMs(STOP_TICKS, tempo) * (1 + random())
    const placeMs = ticksToMs(sounding(wanted.start), tempo)
    const onsetMs = placeMs * (1 + (player.drift ?? 0)) + behind + normalFrom(random) * player.spreadMs
    // An off-beat is as much shorter as it is later.
    const length = sounding(wanted.start + wanted.duration) - sounding(wanted.start)
    const durationMs = ticksToMs(length, tempo) * 0.9
    const note = {
      onsetMs,
      durationMs,
      midi: wanted.midi,
      cents: 0,
      velocity: 70 + Math.floor(random() * 30),
    }
    const slipped = random() < player.errorRate
    const chance = random()
    const away = SLIPS[Math.floor(random() * SLIPS.length)]!
    if (!slipped) return [note]
    const kind = chance < 0.5 ? 'wrong' : chance < 0.75 ? 'missed' : 'extra'
    slips.push({ expected, kind })
    if (kind === 'wrong') return [{ ...note, midi: note.midi + away }]
    return kind === 'missed'
      ? []
      : [note, { ...note, onsetMs: onsetMs + durationMs / 2, midi: note.midi + away }]
  })
  return { notes: notes.sort((a, b) => a.onsetMs - b.onsetMs), slips }
}

/**
 * The notes that a simulated player plays of an exercise: the same ones for the same seed.
 *
 * @example simulatePlayer(exercise, perfectPlayer)[0].midi // 62
 */
export const simulatePlayer = (exercise: Exercise, player: SimulatedPlayer): readonly PlayedNote[] =>
  simulatePlaying(exercise, player).notes

/**
 * The same as a take.
 *
 * @example simulatedTake(exercise, perfectPlayer).notes.length // 4
 */
export const simulatedTake = (exercise: Exercise, player: SimulatedPlayer): Take => ({
  notes: simulatePlayer(exercise, player),
  source: 'simulated',
  zeroMs: 0,
  tempo: [{ tick: 0, bpm: exercise.spec.tempo }],
  swing: exercise.swing,
  loops: [0],
  latencyMs: 0,
  tuningHz: 440,
  exercise: JSON.stringify(exercise.spec),
  grader: GRADER,
})
