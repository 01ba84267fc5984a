import { TuneQuery } from '@eager-contour/contract'
import { type EntityTarget, type FindManyOptions, MoreThan } from 'typeorm'
import { isWhole } from './json.ts'
import { type Edited, type Listed, listed } from './resource.ts'

/** How long what was deleted is listed, to be brought back. */
const BIN_DAYS = 30
const DAY_MS = 86_400_000

/** The moment since which what was deleted is listed: ISO 8601. */
export const binSince = (): string => new Date(Date.now() - BIN_DAYS * DAY_MS).toISOString()

interface Removable extends Edited {
  removed: boolean
}

/** What was deleted of a kind of record, the last first. */
export const binOf = <E extends Removable>(type: EntityTarget<E>, answer: (row: E) => unknown): Listed =>
  listed(TuneQuery, async (store) => {
    const options = {
      where: { removed: true, updatedAt: MoreThan(binSince()) },
      order: { updatedAt: 'DESC' },
    }
    const rows = await store.manager.find(type, options as unknown as FindManyOptions<E>)
    return rows.filter(isWhole).map(answer)
  })
