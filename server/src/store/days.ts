import { type DayWordsAnswer, DayWordsBody, SinceQuery } from '@eager-contour/contract'
import { Column, Entity, MoreThanOrEqual, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'

/** What the player wrote about a day. */
@Entity('days')
class DayEntity extends Edited {
  /** “2026-11-03”: the player's day. */
  @PrimaryColumn('text') id: string
  @Column('text') words: string
}

const answerOf = ({ lastEdit: _edit, ...row }: DayEntity): DayWordsAnswer => row

/** The days of which something was written, the oldest first. */
const listDays = async (store: Store, { since = '' }: SinceQuery): Promise<readonly DayWordsAnswer[]> =>
  (await store.manager.find(DayEntity, { where: { id: MoreThanOrEqual(since) }, order: { id: 'ASC' } })).map(
    answerOf,
  )

const writeDay = async (store: Store, id: string, body: DayWordsBody): Promise<DayWordsAnswer> =>
  answerOf(await writeEdited(store, DayEntity, id, body, () => ({ words: body.words }), answerOf))

export const days = resource({
  path: 'days',
  entities: [DayEntity],
  body: DayWordsBody,
  list: listed(SinceQuery, listDays),
  write: writeDay,
})
