import { type LineAnswer, LineBody, type LineVersionAnswer, TuneQuery } from '@eager-contour/contract'
import { Column, Entity, Index, PrimaryColumn } from 'typeorm'
import { binOf } from './bin.ts'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { Edited, listed, NO_TRANSACTION, resource, writeEdited } from './resource.ts'

@Entity('lines')
class LineEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Index() @Column('text') tune: string
  @Column('text') title: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @JsonColumn() notes: LineAnswer['notes']
  @Column('text', { default: '' }) remark: string
  @JsonColumn({ default: '[]' }) tags: LineAnswer['tags']
  @JsonColumn({ nullable: true }) fingering: NonNullable<LineAnswer['fingering']> | null
  /** Deleted: kept, but not listed. */
  @Column('boolean', { default: false }) removed: boolean
}

/** A line as it was when the player saved it. */
@Entity('line_versions')
class LineVersionEntity {
  @PrimaryColumn('text') line: string
  @PrimaryColumn('integer') revision: number
  @Column('text') title: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @JsonColumn() notes: LineAnswer['notes']
  @Column('text') keptAt: string
}

const answerOf = ({
  lastEdit: _edit,
  removed: _removed,
  fromBar,
  toBar,
  fingering,
  ...row
}: LineEntity): LineAnswer => ({
  ...row,
  ...(fingering === null ? {} : { fingering }),
  stretch: { from: fromBar, to: toBar },
})

export const listLines = async (store: Store, tune?: string): Promise<readonly LineAnswer[]> =>
  (
    await store.manager.find(LineEntity, {
      where: { removed: false, ...(tune === undefined ? {} : { tune }) },
      order: { updatedAt: 'DESC' },
    })
  )
    .filter(isWhole)
    .map(answerOf)

/** Writes a line and, if requested, saves it as a version beside the earlier ones. */
export const writeLine = async (store: Store, id: string, body: LineBody): Promise<LineAnswer> => {
  const { tune, title, stretch, notes, removed = false } = body
  const fields = (known: LineEntity | null) => ({
    tune,
    title,
    fromBar: stretch.from,
    toBar: stretch.to,
    notes,
    remark: body.remark ?? known?.remark ?? '',
    tags: body.tags ?? known?.tags ?? [],
    fingering: body.fingering ?? known?.fingering ?? null,
    removed,
  })
  return store.transaction(async (inside) => {
    const { manager } = inside
    const row = await writeEdited(inside, LineEntity, id, body, fields, answerOf)
    if (body.version)
      await manager.save(
        manager.create(LineVersionEntity, {
          line: id,
          revision: row.revision,
          title: row.title,
          fromBar: row.fromBar,
          toBar: row.toBar,
          notes: row.notes,
          keptAt: row.updatedAt,
        }),
        NO_TRANSACTION,
      )
    return answerOf(row)
  })
}

/** The saved versions of a line, newest first. */
const listVersions = async (store: Store, line: string): Promise<readonly LineVersionAnswer[]> =>
  (await store.manager.find(LineVersionEntity, { where: { line }, order: { revision: 'DESC' } })).map(
    ({ line: _line, fromBar, toBar, ...version }) => ({ ...version, stretch: { from: fromBar, to: toBar } }),
  )

export const lines = resource({
  path: 'lines',
  entities: [LineEntity, LineVersionEntity],
  body: LineBody,
  list: listed(TuneQuery, (store, { tune }) => listLines(store, tune)),
  lists: { bin: binOf(LineEntity, answerOf) },
  write: writeLine,
  children: { versions: listVersions },
})
