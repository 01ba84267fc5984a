import { type TuneAnswer, TuneBody, TuneQuery } from '@eager-contour/contract'
import { Column, Entity, type FindOptionsWhere, IsNull, MoreThan, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'
import { listTuneRuns } from './runLists.ts'

@Entity('tunes')
export class TuneEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @Column('text') chart: string
  @JsonColumn({ default: '[]' }) readings: TuneAnswer['readings']
  @JsonColumn({ default: '[]' }) tags: TuneAnswer['tags']
  /** When it was put into the bin: it is then no longer listed, but kept, with all that belongs to it. */
  @Column('text', { nullable: true }) removedAt: string | null
}

const answerOf = ({ lastEdit: _edit, removedAt, ...row }: TuneEntity): TuneAnswer => ({
  ...row,
  ...(removedAt === null ? {} : { removedAt }),
})

const tunesWhere = async (
  store: Store,
  where: FindOptionsWhere<TuneEntity>,
): Promise<readonly TuneAnswer[]> =>
  (await store.manager.find(TuneEntity, { where, order: { title: 'ASC' } })).filter(isWhole).map(answerOf)

export const listTunes = (store: Store): Promise<readonly TuneAnswer[]> =>
  tunesWhere(store, { removedAt: IsNull() })

/** How long the bin lists a tune. */
const BIN_DAYS = 30
const DAY_MS = 86_400_000

/** The tunes in the bin. */
const listBin = (store: Store): Promise<readonly TuneAnswer[]> =>
  tunesWhere(store, { removedAt: MoreThan(new Date(Date.now() - BIN_DAYS * DAY_MS).toISOString()) })

/** All tunes, with those that were put into the bin: runs may be of them. */
export const everyTune = async (
  store: Store,
): Promise<readonly (TuneAnswer & { readonly removed?: true })[]> =>
  (await tunesWhere(store, {})).map(({ removedAt, ...tune }) =>
    removedAt === undefined ? tune : { ...tune, removed: true },
  )

const removedAtOf = ({ removed }: TuneBody, known: TuneEntity | null): string | null => {
  const before = known?.removedAt ?? null
  if (removed === undefined) return before
  return removed ? (before ?? new Date().toISOString()) : null
}

export const writeTune = async (store: Store, id: string, body: TuneBody): Promise<TuneAnswer> => {
  const { title, chart } = body
  const fields = (known: TuneEntity | null) => ({
    title,
    chart,
    readings: body.readings ?? known?.readings ?? [],
    tags: body.tags ?? known?.tags ?? [],
    removedAt: removedAtOf(body, known),
  })
  return answerOf(await writeEdited(store, TuneEntity, id, body, fields, answerOf))
}

export const tunes = resource({
  path: 'tunes',
  entities: [TuneEntity],
  body: TuneBody,
  list: listed(TuneQuery, listTunes),
  lists: { bin: listed(TuneQuery, listBin) },
  write: writeTune,
  children: { runs: listTuneRuns },
})
