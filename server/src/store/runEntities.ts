import type { RunAnswer, RunBody } from '@eager-contour/contract'
import type { Tally } from '@eager-contour/core'
import { Column, Entity, Index, PrimaryColumn } from 'typeorm'
import { JsonColumn } from './json.ts'

@Entity('runs')
export class RunEntity {
  @PrimaryColumn('text') id: string
  @Index() @Column('text') tune: string
  @Index() @Column('text') playedAt: string
  @Column('text') rung: string
  @Column('text') key: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('real') tempo: number
  @Column('text') state: RunAnswer['state']
  @Column('text') verdict: RunAnswer['verdict']
  @JsonColumn() marks: RunAnswer['marks']
  @Column('text') source: string
  @Column('integer', { nullable: true }) weakestBar: number | null
  @Column('text', { nullable: true }) line: string | null
  /** Whether its notes, or the tune's changes, were not shown. */
  @Column('boolean', { default: false }) fromMemory: boolean
  /** How likely it was that it would be remembered, 0 to 1; null within a day of the run before. */
  @Column('real', { nullable: true }) foretold: number | null
  /** From the first beat to the last note. */
  @Column('real', { default: 0 }) seconds: number
  /** Its words as the log shows them, but for the tune's title, in small letters: what is searched. */
  @Column('text', { default: '' }) searched: string
  /** The lowest of its marks. */
  @Column('integer', { default: 0 }) least: number
  /** What the player wrote about it. */
  @Column('text', { default: '' }) words: string
  /** Deleted: kept, but not listed or counted. */
  @Column('boolean', { default: false }) removed: boolean
  @Column('integer', { default: 0 }) revision: number
}

/** A take is large and rarely read, so it has a table of its own. */
@Entity('takes')
export class TakeEntity {
  @PrimaryColumn('text') run: string
  @JsonColumn() take: RunBody['take']
  /** What of it is counted; null until it is. */
  @JsonColumn({ nullable: true }) tallies: readonly Tally[] | null
  /** The version of the grader that has seen it last. */
  @Column('text', { nullable: true }) grader: string | null
}

export const answerOf = ({
  fromBar,
  toBar,
  weakestBar,
  line,
  least: _least,
  searched: _searched,
  foretold: _foretold,
  fromMemory,
  revision,
  removed: _removed,
  ...row
}: RunEntity): RunAnswer => ({
  ...row,
  wordsRevision: revision,
  stretch: { from: fromBar, to: toBar },
  ...(weakestBar === null ? {} : { weakestBar }),
  ...(line === null ? {} : { line }),
  ...(fromMemory ? { fromMemory } : {}),
})
