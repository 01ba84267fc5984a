import type { ItemAnswer, RunBody } from '@eager-contour/contract'
import { fifthsOf, type Memory, memoryOf, pitchClassOf, remembered } from '@eager-contour/core'
import { Column, Entity, type EntityManager, Index, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { NO_TRANSACTION } from './resource.ts'

/** Something that can fade: a rung over a stretch of a tune in a key, with its line or phrase. Made of the runs, and kept up to date with them. */
@Entity('items')
export class ItemEntity {
  @PrimaryColumn('text') id: string
  @Index('items_tune') @Column('text') tune: string
  @Column('text') rung: string
  @Column('text') key: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('text', { nullable: true }) line: string | null
  @JsonColumn() memory: Memory
  /** The last runs, oldest first. */
  @JsonColumn() recent: ItemAnswer['recent']
  /** When it should be played again, for sorting. */
  @Index('items_due') @Column('text') due: string
}

/** A run as items are made of it. */
export interface ItemRun
  extends Pick<RunBody, 'tune' | 'rung' | 'key' | 'tempo' | 'state' | 'verdict' | 'playedAt'> {
  readonly fromBar: number
  readonly toBar: number
  readonly line: string | null
  readonly source: string
}

/** Runs of which the tempo is remembered. */
const RECENT = 2
/** Items that are listed at most, those due first. */
const MOST_LISTED = 1000

/** What is played: the same rung over the same bars in the same key, however the key is spelled. */
const idOf = ({ tune, rung, key, fromBar, toBar, line }: Omit<ItemRun, 'tempo' | 'state'>): string =>
  [tune, rung, pitchClassOf(fifthsOf(key.split(' ')[0] ?? 'C')), fromBar, toBar, line ?? ''].join(' ')

/** A finished run of a player's own: what a simulated one plays is nobody's practice. */
const counts = ({ state, source }: Pick<ItemRun, 'state' | 'source'>): boolean =>
  state === 'finished' && source !== 'simulated'

const placeOf = ({ tune, rung, key, fromBar, toBar, line }: ItemRun) => ({
  tune,
  rung,
  key,
  fromBar,
  toBar,
  line,
})

/** The item of some runs of the same thing, oldest first; undefined if none counts. */
const itemOf = (runs: readonly ItemRun[]): ItemEntity | undefined => {
  const own = runs.filter(counts)
  const [first] = own
  const memory = memoryOf(own)
  if (!first || !memory) return undefined
  return {
    ...placeOf(first),
    id: idOf(first),
    memory,
    recent: own.slice(-RECENT).map(({ tempo, verdict }) => ({ tempo, verdict })),
    due: memory.due,
  }
}

/** Brings the item of a run up to date, in the same transaction as the run. */
export const countRun = async (
  manager: EntityManager,
  run: ItemRun,
  /** All runs of a tune, oldest first. */
  runsOf: (tune: string) => Promise<readonly ItemRun[]>,
): Promise<void> => {
  if (!counts(run)) return
  const id = idOf(run)
  const known = await manager.findOneBy(ItemEntity, { id })
  if (known && (!isWhole(known) || known.memory.last > run.playedAt)) {
    // It was played before another one that is counted already.
    return recountItem(manager, run, runsOf)
  }
  const memory = remembered(known?.memory, run.verdict, run.playedAt)
  const recent = [...(known?.recent ?? []), { tempo: run.tempo, verdict: run.verdict }].slice(-RECENT)
  const item = manager.create(ItemEntity, { ...placeOf(run), id, memory, recent, due: memory.due })
  await manager.save(item, NO_TRANSACTION)
}

/** Makes the item of a run from all runs of the same thing, in order; without any left it is none. */
export const recountItem = async (
  manager: EntityManager,
  run: ItemRun,
  runsOf: (tune: string) => Promise<readonly ItemRun[]>,
): Promise<void> => {
  const id = idOf(run)
  const item = itemOf((await runsOf(run.tune)).filter((one) => idOf(one) === id))
  if (item) await manager.save(manager.create(ItemEntity, item), NO_TRANSACTION)
  else await manager.delete(ItemEntity, { id })
}

/**
 * All items from all runs, oldest first.
 *
 * @returns a row for each thing that was practised
 */
export const itemsOf = (runs: readonly ItemRun[]): readonly ItemEntity[] => {
  const byId = new Map<string, ItemRun[]>()
  for (const run of runs) {
    const id = idOf(run)
    const known = byId.get(id)
    if (known) known.push(run)
    else byId.set(id, [run])
  }
  return [...byId.values()].flatMap((all) => itemOf(all) ?? [])
}

/** The items of all tunes that are there, those that are due first. */
export const listItems = async (store: Store): Promise<readonly ItemAnswer[]> => {
  const rows = await store.manager
    .createQueryBuilder(ItemEntity, 'item')
    .innerJoin('tunes', 'tuneOf', 'tuneOf.id = item.tune')
    .orderBy('item.due')
    .limit(MOST_LISTED)
    .getMany()
  return rows.filter(isWhole).map(({ due: _due, fromBar, toBar, line, ...row }) => ({
    ...row,
    stretch: { from: fromBar, to: toBar },
    ...(line === null ? {} : { line }),
  }))
}
