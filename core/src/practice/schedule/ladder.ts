import { randomFrom } from '../../random/random.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { type Key, keysOfMode } from '../../theory/pitch/key.ts'
import type { RungRow } from '../drill/rung.ts'
import { isHeld, type RunVerdict } from '../grade/rules.ts'
import { freshnessOf, type MemoryParameters, memoryOf } from './memory.ts'
import { type LadderRun, nextTempo } from './tempo.ts'

/** How a rung stands in a key; "not due" is a solid one that need not be repeated yet, "fading" one that was left too long. */
export type CellState = 'not tried' | RunVerdict | 'not due' | 'fading'

/** A finished run of a rung in a key, oldest first where there are several. */
export interface KeyedRun extends LadderRun {
  /** ISO 8601. */
  readonly playedAt: string
}

export interface LadderCell {
  readonly state: CellState
  readonly runs: number
  /** The verdict of the last run. */
  readonly last?: RunVerdict
  /** Whole days until it is due again, where it is not due yet. */
  readonly dueInDays?: number
  /** The next tempo. */
  readonly tempo: number
}

const DAY_MS = 86_400_000

/**
 * The state of a rung in a key, from its runs, at a moment.
 *
 * @param parameters of the memory; those of FSRS's authors if left out
 * @example
 * ladderCell(rungOf('roots'), [{ tempo: 60, verdict: 'solid', playedAt: '2026-01-01' }], new Date('2026-01-01')).state
 * // 'not due'
 */
export const ladderCell = (
  rung: RungRow,
  runs: readonly KeyedRun[],
  now: Date,
  parameters?: MemoryParameters,
): LadderCell => {
  const tempo = nextTempo(rung, runs)
  const last = runs.at(-1)
  if (!last) return { state: 'not tried', runs: 0, tempo }
  const played = { runs: runs.length, last: last.verdict, tempo }
  const memory = memoryOf(runs, parameters)
  if (!memory || !isHeld(last.verdict)) return { ...played, state: last.verdict }
  const left = Date.parse(memory.due) - now.getTime()
  if (left > 0) return { ...played, state: 'not due', dueInDays: Math.ceil(left / DAY_MS) }
  return { ...played, state: freshnessOf(memory, now) === 'fading' ? 'fading' : last.verdict }
}

/** Orders in which a player goes through the keys. */
export type KeyOrder = 'fourths' | 'half steps' | 'thirds' | 'random'

/** Half steps from each key to the next; a round of thirds continues a half step higher. */
const STEPS: Readonly<
  Record<Exclude<KeyOrder, 'random'>, { readonly step: number; readonly round: number }>
> = {
  fourths: { step: 5, round: 12 },
  'half steps': { step: 1, round: 12 },
  thirds: { step: 4, round: 3 },
}
/**
 * The orders in which a ladder can go through the keys.
 *
 * @example KEY_ORDER_NAMES[0] // { id: 'fourths', name: 'by fourths' }
 */
export const KEY_ORDER_NAMES: readonly { readonly id: KeyOrder; readonly name: string }[] = [
  { id: 'fourths', name: 'by fourths' },
  { id: 'half steps', name: 'up by half steps' },
  { id: 'thirds', name: 'by major thirds' },
  { id: 'random', name: 'at random' },
]

/**
 * The twelve keys of a mode, starting from one, each once; the random order depends on the seed.
 *
 * @example
 * keysInOrderOf({ tonic: 'C', mode: 'major' }, 'fourths').slice(0, 3).map(({ tonic }) => tonic)
 * // ['C', 'F', 'Bb']
 */
export const keysInOrderOf = (first: Key, order: KeyOrder, seed = 1): readonly Key[] => {
  const tonic = pitchClassOf(fifthsOf(first.tonic))
  const byClass = keysOfMode(first.mode)
  const others =
    order === 'random'
      ? shuffled(
          Array.from({ length: 11 }, (_, at) => at + 1),
          seed,
        )
      : Array.from({ length: 11 }, (_, at) => stepsTo(at + 1, order))
  return [first, ...others.map((steps) => byClass[(tonic + steps) % 12]!)]
}

/**
 * The readable keys of a player's own list (tonics, in order), each once; the mode is the tune's.
 *
 * @example keysOfList('C F Bb', { tonic: 'C', mode: 'major' }).map(({ tonic }) => tonic) // ['C', 'F', 'Bb']
 */
export const keysOfList = (text: string, { mode }: Key): readonly Key[] =>
  [...new Set(text.split(/[\s,]+/))]
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1).replace('♭', 'b').replace('♯', '#'))
    .filter((word) => /^[A-G][b#]?$/.test(word))
    .map((tonic) => ({ tonic, mode }))

const stepsTo = (at: number, order: Exclude<KeyOrder, 'random'>): number => {
  const { step, round } = STEPS[order]
  return step * (at % round) + Math.floor(at / round)
}

const shuffled = (values: readonly number[], seed: number): readonly number[] => {
  const random = randomFrom(seed)
  return values
    .map((value) => ({ value, at: random() }))
    .sort((a, b) => a.at - b.at)
    .map(({ value }) => value)
}
