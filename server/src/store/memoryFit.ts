import type { MemoryAnswer } from '@eager-contour/contract'
import type { MemoryParameters } from '@eager-contour/core'
import { Column, Entity, type EntityManager, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { RunEntity } from './runEntities.ts'

/** The parameters of the memory as they were fitted last to the player's log. */
@Entity('memory_fit')
export class MemoryFitEntity {
  /** There is one at most. */
  @PrimaryColumn('text') id: string
  @JsonColumn() parameters: MemoryParameters
  @Column('integer') reviews: number
  @Column('real') usual: number
  @Column('real') fitted: number
  @Column('boolean') isUsed: boolean
  @Column('text') fittedAt: string
}

/** Its id. */
export const MEMORY_FIT = 'memory-fit'

export const readFit = async (manager: EntityManager): Promise<MemoryFitEntity | undefined> => {
  const fit = await manager.findOneBy(MemoryFitEntity, { id: MEMORY_FIT })
  return fit && isWhole(fit) ? fit : undefined
}

/** The parameters by which memories are counted; undefined: those of FSRS's authors. */
export const parametersInUse = async (manager: EntityManager): Promise<MemoryParameters | undefined> => {
  const fit = await readFit(manager)
  return fit?.isUsed ? fit.parameters : undefined
}

/** How many reviews there are, and how well the fitted parameters foretell them. */
export const readMemory = async ({ manager }: Store): Promise<MemoryAnswer> => {
  const [fit, reviews] = await Promise.all([
    readFit(manager),
    manager.createQueryBuilder(RunEntity, 'run').where('removed = 0 AND foretold IS NOT NULL').getCount(),
  ])
  if (!fit) return { reviews }
  const { usual, fitted, isUsed, parameters } = fit
  return { reviews, fit: { usual, fitted, isUsed, parameters } }
}
