import type { EditBody } from '@eager-contour/contract'
import { Column, type EntityTarget, type FindOptionsWhere } from 'typeorm'
import type { Store } from './database.ts'
import { ConflictError } from './errors.ts'

/** TypeORM's own transactions are not used. */
export const NO_TRANSACTION = { transaction: false } as const

/** Anything editable has its revision and the id of the edit that made it. */
export abstract class Edited {
  @Column('integer') revision: number
  @Column('text') lastEdit: string
  @Column('text') updatedAt: string
}

interface Editable extends Edited {
  id: string
}

/** A kind of record: its path under /api, the class of its body, its tables, and how it is read and written. */
export interface Resource<Body extends object = object> {
  readonly path: string
  readonly entities: readonly (abstract new () => object)[]
  readonly body: new () => Body
  readonly write: (store: Store, id: string, body: Body) => Promise<unknown>
  /** There is only one record, without an id in its path. */
  readonly single?: { readonly id: string; readonly read: (store: Store) => Promise<unknown> }
  readonly list?: Listed
  readonly read?: (store: Store, id: string) => Promise<unknown>
  /** Other lists, by the last part of their path. */
  readonly lists?: Readonly<Record<string, Listed>>
  /** Lists under a record, by the last part of their path. */
  readonly children?: Readonly<Record<string, (store: Store, id: string) => Promise<unknown>>>
}

/** A list that is asked for with a query of this class. */
export interface Listed {
  readonly query: new () => object
  readonly read: (store: Store, query: object) => Promise<unknown>
}

/** A list with the class of its query, which is checked before it is read. */
export const listed = <Query extends object>(
  query: new () => Query,
  read: (store: Store, query: Query) => Promise<unknown>,
): Listed => ({ query, read: read as Listed['read'] })

/** A resource whose body's class is no longer needed by name: for the table of all resources. */
export const resource = <Body extends object>(row: Resource<Body>): Resource => row as unknown as Resource

/**
 * Writes an edit: refused with the stored version if it is based on an older revision, and counted once however often
 * it is sent. An edit that only changes some fields (`merges`) may be based on any revision.
 */
export const writeEdited = async <E extends Editable>(
  store: Store,
  type: EntityTarget<E>,
  id: string,
  body: EditBody,
  fields: (known: E | null) => Omit<E, keyof Editable>,
  answer: (row: E) => unknown,
  merges = false,
): Promise<E> =>
  store.transaction(async ({ manager }) => {
    const known = await manager.findOneBy(type, { id } as FindOptionsWhere<E>)
    if (known && known.lastEdit === body.edit) return known
    const revision = known?.revision ?? 0
    if (revision !== body.revision && !merges) throw new ConflictError(known ? answer(known) : undefined)
    const row = manager.create(type, {
      ...fields(known),
      id,
      revision: revision + 1,
      lastEdit: body.edit,
      updatedAt: new Date().toISOString(),
    } as never) as E
    return manager.save(row, NO_TRANSACTION)
  })
