import { fifthsOf, type Key, type Line, type LineNote, pitchClassOf, readChart } from '@eager-contour/core'
import type { OpenTune } from './useTune.ts'

/** What was played, on its way to the Line page with the address, at concert pitch in the tune's own key. */
export interface PlayedState {
  readonly played: readonly LineNote[]
}

/** The notes that came with an address, if any. */
export const playedIn = (state: unknown): readonly LineNote[] | undefined =>
  typeof state === 'object' && state !== null && 'played' in state ? (state as PlayedState).played : undefined

const pitchClassOfKey = ({ tonic }: Key): number => pitchClassOf(fifthsOf(tonic))

/** A line that was played in some key, moved the nearest way into the key of its tune. */
export const inTunesKey = ({ tune }: OpenTune, key: Key, line: Line): readonly LineNote[] => {
  const chart = readChart(tune.chart)
  const own = chart.ok ? chart.value.key : undefined
  if (!own) return line.notes
  const up = (pitchClassOfKey(own) - pitchClassOfKey(key) + 12) % 12
  const by = up > 6 ? up - 12 : up
  return line.notes.map((note) => ({ ...note, midi: note.midi + by }))
}
