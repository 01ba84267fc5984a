import type { DayQuery, TallyAnswer } from '@eager-contour/contract'
import type { Tally } from '@eager-contour/core'
import { Column, Entity, type EntityManager, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'

/** How the notes of one kind went on one day (UTC), over all runs; with the place where they were last expected. */
@Entity('tallies')
export class TallyEntity {
  @PrimaryColumn('text') kind: string
  @PrimaryColumn('text') name: string
  @PrimaryColumn('text') day: string
  @Column('integer') notes: number
  @Column('integer') right: number
  @Column('real') offMs: number
  @Column('integer') timed: number
  @Column('text') tune: string
  @Column('text') rung: string
  @Column('text') key: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
}

/** The run that tallies are of. */
export interface TalliedRun {
  readonly tune: string
  readonly rung: string
  readonly key: string
  readonly playedAt: string
}

/** Adds the tallies of a run to those of its day, or takes them off again. */
export const addTallies = async (
  manager: EntityManager,
  { tune, rung, key, playedAt }: TalliedRun,
  tallies: readonly Tally[],
  sign: 1 | -1 = 1,
): Promise<void> => {
  const day = playedAt.slice(0, 10)
  for (const { kind, name, notes, right, offMs, timed, stretch } of tallies) {
    const added = [notes, right, offMs, timed].map((value) => sign * value)
    await manager.query(
      `INSERT INTO tallies (kind, name, day, notes, "right", offMs, timed, tune, rung, "key", fromBar, toBar)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
       ON CONFLICT (kind, name, day) DO UPDATE SET notes = notes + excluded.notes, "right" = "right" + excluded."right",
       offMs = offMs + excluded.offMs, timed = timed + excluded.timed, tune = excluded.tune, rung = excluded.rung,
       "key" = excluded."key", fromBar = excluded.fromBar, toBar = excluded.toBar`,
      [kind, name, day, ...added, tune, rung, key, stretch.from, stretch.to],
    )
  }
}

/** Days that are looked at, and as many before for the trend. */
const WINDOW_DAYS = 28
const DAY_MS = 86_400_000

interface TallyRow extends Omit<TallyAnswer, 'before' | 'last'> {
  /** The other columns are those of this day, as SQLite has it for MAX. */
  readonly lastDay: string
  readonly notesBefore: number
  readonly rightBefore: number
  readonly tune: string
  readonly rung: string
  readonly key: string
  readonly fromBar: number
  readonly toBar: number
}

/** How the notes of each kind went in the four weeks to a day, and in the four before; what was last played of each. */
export const listTallies = async (store: Store, { day }: DayQuery): Promise<readonly TallyAnswer[]> => {
  const daysBefore = (days: number) => new Date(Date.parse(day) - days * DAY_MS).toISOString().slice(0, 10)
  const rows: readonly TallyRow[] = await store.manager.query(
    `SELECT kind, name, MAX(day) AS lastDay, tune, rung, "key", fromBar, toBar,
     SUM(CASE WHEN recent THEN notes ELSE 0 END) AS notes, SUM(CASE WHEN recent THEN "right" ELSE 0 END) AS "right",
     SUM(CASE WHEN recent THEN offMs ELSE 0 END) AS offMs, SUM(CASE WHEN recent THEN timed ELSE 0 END) AS timed,
     SUM(CASE WHEN recent THEN 0 ELSE notes END) AS notesBefore,
     SUM(CASE WHEN recent THEN 0 ELSE "right" END) AS rightBefore
     FROM (SELECT *, day > ? AS recent FROM tallies WHERE day > ?) GROUP BY kind, name`,
    [daysBefore(WINDOW_DAYS), daysBefore(2 * WINDOW_DAYS)],
  )
  return rows
    .filter(({ notes, notesBefore }) => notes > 0 || notesBefore > 0)
    .map(({ lastDay: _day, notesBefore, rightBefore, tune, rung, key, fromBar, toBar, ...row }) => ({
      ...row,
      before: { notes: notesBefore, right: rightBefore },
      last: { tune, rung, key, stretch: { from: fromBar, to: toBar } },
    }))
}
