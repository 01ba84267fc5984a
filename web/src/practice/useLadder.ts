import type { RunAnswer } from '@eager-contour/contract'
import {
  fifthsOf,
  type Key,
  type KeyOrder,
  keysInOrderOf,
  type LadderCell,
  ladderCell,
  pitchClassOf,
  type RungId,
  rungOf,
} from '@eager-contour/core'
import { group } from 'd3-array'
import { useMemo } from 'react'
import { useMemoryQuery, useTuneRunsQuery } from '../data/api.ts'
import type { OpenTune } from '../tune/useTune.ts'

export interface Ladder {
  /** The keys in the order chosen, at concert pitch; the tune's own first. */
  readonly keys: readonly Key[]
  readonly cell: (rung: RungId, key: Key) => LadderCell
  /** The finished runs of a rung in a key over this stretch, newest first. */
  readonly runs: (rung: RungId, key: Key) => readonly RunAnswer[]
}

const place = (rung: string, tonic: string): string => `${rung} ${pitchClassOf(fifthsOf(tonic))}`

/** The state of every rung in every key over the stretch. */
export const useLadder = ({ tune, sounding, stretch }: OpenTune, order: KeyOrder): Ladder => {
  const { data: runs } = useTuneRunsQuery(tune.id)
  const { data: memory } = useMemoryQuery()
  const parameters = memory?.fit?.isUsed ? memory.fit.parameters : undefined
  return useMemo(() => {
    const own: Key = sounding.chart.key ?? sounding.readings[0]?.key ?? { tonic: 'C', mode: 'major' }
    const here = (runs ?? []).filter(
      (run) =>
        run.tune === tune.id &&
        run.stretch.from === stretch.from &&
        run.stretch.to === stretch.to &&
        run.state === 'finished',
    )
    const byCell = group(here, (run) => place(run.rung, run.key.split(' ')[0] ?? 'C'))
    const now = new Date()
    const runsOf = (rung: RungId, key: Key) => byCell.get(place(rung, key.tonic)) ?? []
    return {
      keys: keysInOrderOf(own, order),
      runs: runsOf,
      cell: (rung, key) => ladderCell(rungOf(rung), [...runsOf(rung, key)].reverse(), now, parameters),
    }
  }, [runs, parameters, tune.id, sounding, stretch, order])
}
