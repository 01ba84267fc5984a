import { type RunAnswer, RunWordsBody, TuneQuery } from '@eager-contour/contract'
import { RUNGS } from '@eager-contour/core'
import { Column, Entity, In, MoreThan, PrimaryColumn } from 'typeorm'
import { binSince } from './bin.ts'
import type { Store } from './database.ts'
import { NotFoundError } from './errors.ts'
import { recountItem } from './items.ts'
import { isWhole } from './json.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'
import { answerOf, RunEntity, TakeEntity } from './runEntities.ts'
import { tuneRunsToCount } from './runs.ts'
import { addTallies } from './tallies.ts'

/** The edits of what the player writes about a run: the run itself is never edited. */
@Entity('run_words')
class RunWordsEntity extends Edited {
  /** The run's id. */
  @PrimaryColumn('text') id: string
  @Column('text') words: string
  @Column('boolean', { default: false }) removed: boolean
}

/** Writes about a run, deletes it or brings it back: what is counted follows in the same transaction. */
const writeWords = async (
  store: Store,
  id: string,
  body: RunWordsBody,
): Promise<RunAnswer & { readonly revision: number }> =>
  store.transaction(async (inside) => {
    const { manager } = inside
    const run = await manager.findOneBy(RunEntity, { id })
    if (!run) throw new NotFoundError('run')
    const { words, removed = false } = body
    const { revision } = await writeEdited(
      inside,
      RunWordsEntity,
      id,
      body,
      () => ({ words, removed }),
      () => answerOf(run),
    )
    await manager.update(RunEntity, { id }, { words, removed, revision })
    if (removed !== run.removed) {
      const take = await manager.findOneBy(TakeEntity, { run: id })
      if (take && isWhole(take)) await addTallies(manager, run, take.tallies ?? [], removed ? -1 : 1)
      await recountItem(manager, run, tuneRunsToCount(manager))
    }
    return { ...answerOf({ ...run, words, removed, revision }), revision }
  })

/** The runs that were deleted since the bin's first day, the last first: each with its name, and what brings it back. */
const listBin = async (store: Store) => {
  const rows = await store.manager.find(RunWordsEntity, {
    where: { removed: true, updatedAt: MoreThan(binSince()) },
    order: { updatedAt: 'DESC' },
  })
  const runs = await store.manager.findBy(RunEntity, { id: In(rows.map(({ id }) => id)) })
  const titles: readonly { readonly id: string; readonly title: string }[] = await store.manager.query(
    'SELECT id, title FROM tunes',
  )
  return rows.flatMap(({ id, revision, words, updatedAt }) => {
    const run = runs.find((one) => one.id === id)
    if (!run) return []
    const rung = RUNGS.find((one) => one.id === run.rung)?.name ?? run.rung
    const tune = titles.find((one) => one.id === run.tune)?.title ?? ''
    const title = [rung, tune, `at ${run.tempo}`, run.playedAt.slice(0, 10)].filter(Boolean).join(', ')
    return [{ id, revision, words, updatedAt, title }]
  })
}

export const runWords = resource({
  path: 'run-words',
  entities: [RunWordsEntity],
  body: RunWordsBody,
  lists: { bin: listed(TuneQuery, listBin) },
  write: writeWords,
})
