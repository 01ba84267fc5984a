import { type TuneAnswer, TuneBody, TuneQuery, type TuneVersionAnswer } from '@eager-contour/contract'
import { Column, Entity, type FindOptionsWhere, IsNull, MoreThan, PrimaryColumn } from 'typeorm'
import { binSince } from './bin.ts'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { Edited, listed, NO_TRANSACTION, resource, writeEdited } from './resource.ts'
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

/** A tune's chart as it was before it was changed. */
@Entity('tune_versions')
class TuneVersionEntity {
  @PrimaryColumn('text') tune: string
  @PrimaryColumn('integer') revision: number
  @Column('text') title: string
  @Column('text') chart: string
  @Column('text') keptAt: string
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

/** The tunes in the bin. */
const listBin = (store: Store): Promise<readonly TuneAnswer[]> =>
  tunesWhere(store, { removedAt: MoreThan(binSince()) })

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

/** Versions of a chart that are kept. */
const MOST_VERSIONS = 50

/** Keeps what a chart was before a change of it; the oldest versions go. */
const keepVersion = async ({ manager }: Store, before: TuneEntity): Promise<void> => {
  const { id: tune, revision, title, chart, updatedAt: keptAt } = before
  await manager.save(
    manager.create(TuneVersionEntity, { tune, revision, title, chart, keptAt }),
    NO_TRANSACTION,
  )
  const all = await manager.find(TuneVersionEntity, { where: { tune }, order: { revision: 'DESC' } })
  const old = all.slice(MOST_VERSIONS)
  if (old.length > 0)
    await manager.delete(
      TuneVersionEntity,
      old.map(({ revision }) => ({ tune, revision })),
    )
}

/** What a tune's chart was before each change of it, newest first. */
const listVersions = async (store: Store, tune: string): Promise<readonly TuneVersionAnswer[]> =>
  (await store.manager.find(TuneVersionEntity, { where: { tune }, order: { revision: 'DESC' } })).map(
    ({ tune: _tune, ...version }) => version,
  )

/** Writes a tune; what its chart was before is kept as a version. */
export const writeTune = async (store: Store, id: string, body: TuneBody): Promise<TuneAnswer> => {
  const { title, chart } = body
  const fields = (known: TuneEntity | null) => ({
    title,
    chart,
    readings: body.readings ?? known?.readings ?? [],
    tags: body.tags ?? known?.tags ?? [],
    removedAt: removedAtOf(body, known),
  })
  return store.transaction(async (inside) => {
    const before = await inside.manager.findOneBy(TuneEntity, { id })
    const row = await writeEdited(inside, TuneEntity, id, body, fields, answerOf)
    if (before && before.chart !== row.chart) await keepVersion(inside, before)
    return answerOf(row)
  })
}

export const tunes = resource({
  path: 'tunes',
  entities: [TuneEntity, TuneVersionEntity],
  body: TuneBody,
  list: listed(TuneQuery, listTunes),
  lists: { bin: listed(TuneQuery, listBin) },
  write: writeTune,
  children: { runs: listTuneRuns, versions: listVersions },
})
