import type { ItemAnswer, RunBody } from '@eager-contour/contract'
import {
  fifthsOf,
  foretoldRecall,
  type Memory,
  type MemoryParameters,
  memoryOf,
  pitchClassOf,
  remembered,
} from '@eager-contour/core'
import { Column, Entity, type EntityManager, Index, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { parametersInUse } from './memoryFit.ts'
import { NO_TRANSACTION } from './resource.ts'

/** Something that can fade: a rung over a stretch of a tune in a key, with its line or phrase, or from memory. Made of the runs, and kept up to date with them. */
@Entity('items')
export class ItemEntity {
  @PrimaryColumn('text') id: string
  @Index('items_tune') @Column('text') tune: string
  @Column('text') rung: string
  @Column('text') key: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('text', { nullable: true }) line: string | null
  @Column('boolean', { default: false }) fromMemory: boolean
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
  readonly fromMemory: boolean
  readonly source: string
}

/** Runs of which the tempo is remembered. */
const RECENT = 2
/** Items that are listed at most, those due first. */
const MOST_LISTED = 1000

/** The id of what is played: the same rung over the same bars in the same key, however the key is spelled. */
export const itemIdOf = ({
  tune,
  rung,
  key,
  fromBar,
  toBar,
  line,
  fromMemory,
}: Omit<ItemRun, 'tempo' | 'state'>): string => {
  const keyClass = pitchClassOf(fifthsOf(key.split(' ')[0] ?? 'C'))
  return [tune, rung, keyClass, fromBar, toBar, line ?? '', ...(fromMemory ? ['from memory'] : [])].join(' ')
}

/** A finished run of a player's own: what a simulated one plays is nobody's practice. */
const counts = ({ state, source }: Pick<ItemRun, 'state' | 'source'>): boolean =>
  state === 'finished' && source !== 'simulated'

const placeOf = ({ tune, rung, key, fromBar, toBar, line, fromMemory }: ItemRun) => ({
  tune,
  rung,
  key,
  fromBar,
  toBar,
  line,
  fromMemory,
})

/** The item of some runs of the same thing, oldest first; undefined if none counts. */
const itemOf = (
  runs: readonly ItemRun[],
  parameters: MemoryParameters | undefined,
): ItemEntity | undefined => {
  const own = runs.filter(counts)
  const [first] = own
  const memory = memoryOf(own, parameters)
  if (!first || !memory) return undefined
  return {
    ...placeOf(first),
    id: itemIdOf(first),
    memory,
    recent: own.slice(-RECENT).map(({ tempo, verdict }) => ({ tempo, verdict })),
    due: memory.due,
  }
}

/**
 * Brings the item of a run up to date, in the same transaction as the run.
 *
 * @returns how likely it was that the run would be remembered; undefined if nothing was foretold
 */
export const countRun = async (
  manager: EntityManager,
  run: ItemRun,
  /** All runs of a tune, oldest first. */
  runsOf: (tune: string) => Promise<readonly ItemRun[]>,
): Promise<number | undefined> => {
  if (!counts(run)) return undefined
  const id = itemIdOf(run)
  const known = await manager.findOneBy(ItemEntity, { id })
  if (known && (!isWhole(known) || known.memory.last > run.playedAt)) {
    // It was played before another one that is counted already.
    await recountItem(manager, run, runsOf)
    return undefined
  }
  const memory = remembered(known?.memory, run.verdict, run.playedAt, await parametersInUse(manager))
  const recent = [...(known?.recent ?? []), { tempo: run.tempo, verdict: run.verdict }].slice(-RECENT)
  const item = manager.create(ItemEntity, { ...placeOf(run), id, memory, recent, due: memory.due })
  await manager.save(item, NO_TRANSACTION)
  return known ? foretoldRecall(known.memory, run.playedAt) : undefined
}

/** Makes the item of a run from all runs of the same thing, in order; without any left it is none. */
export const recountItem = async (
  manager: EntityManager,
  run: ItemRun,
  runsOf: (tune: string) => Promise<readonly ItemRun[]>,
): Promise<void> => {
  const id = itemIdOf(run)
  const runs = (await runsOf(run.tune)).filter((one) => itemIdOf(one) === id)
  const item = itemOf(runs, await parametersInUse(manager))
  if (item) await manager.save(manager.create(ItemEntity, item), NO_TRANSACTION)
  else await manager.delete(ItemEntity, { id })
}

/**
 * All items from all runs, oldest first.
 *
 * @returns a row for each thing that was practised
 */
export const itemsOf = (runs: readonly ItemRun[], parameters?: MemoryParameters): readonly ItemEntity[] => {
  const byId = new Map<string, ItemRun[]>()
  for (const run of runs) {
    const id = itemIdOf(run)
    const known = byId.get(id)
    if (known) known.push(run)
    else byId.set(id, [run])
  }
  return [...byId.values()].flatMap((all) => itemOf(all, parameters) ?? [])
}

/** The items of all tunes that are there, those that are due first. */
export const listItems = async (store: Store): Promise<readonly ItemAnswer[]> => {
  const rows = await store.manager
    .createQueryBuilder(ItemEntity, 'item')
    .innerJoin('tunes', 'tuneOf', 'tuneOf.id = item.tune AND tuneOf.removedAt IS NULL')
    .orderBy('item.due')
    .limit(MOST_LISTED)
    .getMany()
  return rows.filter(isWhole).map(({ due: _due, fromBar, toBar, line, fromMemory, ...row }) => ({
    ...row,
    stretch: { from: fromBar, to: toBar },
    ...(line === null ? {} : { line }),
    ...(fromMemory ? { fromMemory } : {}),
  }))
}
