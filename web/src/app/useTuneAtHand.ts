import { useMatch } from 'react-router'
import { useLastRunsQuery, useTunesQuery } from '../data/api.ts'
import { nextBlock, useSession } from '../practice/session.ts'

/** The id of the tune that is meant where none is named: the open one, today's next, the one played last, or the first. */
export const useTuneAtHand = (): string | undefined => {
  const here = useMatch('/tunes/:tune/*')?.params.tune
  const next = nextBlock(useSession())?.tune
  const { data: runs = [] } = useLastRunsQuery()
  const { data: tunes = [] } = useTunesQuery()
  const last = runs.reduce<(typeof runs)[number] | undefined>(
    (latest, run) => (latest && latest.playedAt >= run.playedAt ? latest : run),
    undefined,
  )
  return [here, next, last?.tune, tunes[0]?.id].find((id) => tunes.some((tune) => tune.id === id))
}
