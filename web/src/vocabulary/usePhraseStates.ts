import {
  analyseChart,
  fifthsOf,
  homeOf,
  type KeyedRun,
  type LadderCell,
  ladderCell,
  type Phrase,
  pitchClass,
  pitchClassOf,
  readChart,
  rungOf,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { usePhraseRunsQuery, useTunesQuery } from '../data/api.ts'
import type { KnownPhrase } from '../practice/knownPhrases.ts'

const RUNG = 'phrase-keys'

/** From a tune's key up to the key of a phrase in a bar (from 0) of it, in half steps; undefined for a tune that can't be read. */
const keyAbove = (chart: string, bar: number, phrase: Phrase): number | undefined => {
  const read = readChart(chart)
  const first = phrase.notes[0]
  if (!read.ok || !first || bar >= read.value.bars.length) return undefined
  const analysis = analyseChart(read.value)
  const span = analysis.spans.find((one) => one.bar === bar)
  const own = read.value.key ?? analysis.readings[0]?.key
  if (!span || !own) return undefined
  const begins = span.start + Math.max(0, first.at)
  const under = analysis.spans.findLast(({ start }) => start <= begins) ?? span
  return pitchClassOf(fifthsOf(under.chord.root)) + homeOf(phrase).above - pitchClassOf(fifthsOf(own.tonic))
}

/** How a phrase stands in each of twelve keys, from C up (concert pitch): by its finished runs through the keys, in any tune. */
export const usePhraseStates = ({ id, phrase }: KnownPhrase): readonly LadderCell[] => {
  const { data: runs = [] } = usePhraseRunsQuery(id)
  const { data: tunes = [] } = useTunesQuery()
  return useMemo(() => {
    const byKey: KeyedRun[][] = Array.from({ length: 12 }, () => [])
    for (const run of runs.toReversed()) {
      if (run.rung !== RUNG || run.state !== 'finished') continue
      const chart = tunes.find((tune) => tune.id === run.tune)?.chart
      const above = chart === undefined ? undefined : keyAbove(chart, run.stretch.from, phrase)
      if (above === undefined) continue
      byKey[pitchClass(pitchClassOf(fifthsOf(run.key.split(' ')[0] ?? 'C')) + above)]!.push(run)
    }
    const now = new Date()
    return byKey.map((keyed) => ladderCell(rungOf(RUNG), keyed, now))
  }, [runs, tunes, phrase])
}
