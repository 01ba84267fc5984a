import { type RunAnswer, RunWordsBody } from '@eager-contour/contract'
import { Column, Entity, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { NotFoundError } from './errors.ts'
import { recountItem } from './items.ts'
import { isWhole } from './json.ts'
import { Edited, resource, writeEdited } from './resource.ts'
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

export const runWords = resource({
  path: 'run-words',
  entities: [RunWordsEntity],
  body: RunWordsBody,
  write: writeWords,
})
