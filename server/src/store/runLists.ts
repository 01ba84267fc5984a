import {
  type HeldQuery,
  type HeldTempoAnswer,
  LIMITS,
  type PlayedTimeAnswer,
  type RecallAnswer,
  type RunAnswer,
  type RunOrder,
  type RunPageAnswer,
  type RunsQuery,
  type SinceQuery,
} from '@eager-contour/contract'
import { In, type SelectQueryBuilder } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole } from './json.ts'
import { answerOf, RunEntity, TakeEntity } from './runEntities.ts'

/** All runs of a tune, newest first. */
export const listTuneRuns = async (store: Store, tune: string): Promise<readonly RunAnswer[]> =>
  (await store.manager.find(RunEntity, { where: { tune, removed: false }, order: { playedAt: 'DESC' } }))
    .filter(isWhole)
    .map(answerOf)

/** All runs of a line or a phrase, newest first. */
export const listRunsOf = async (store: Store, line: string): Promise<readonly RunAnswer[]> =>
  (await store.manager.find(RunEntity, { where: { line, removed: false }, order: { playedAt: 'DESC' } }))
    .filter(isWhole)
    .map(answerOf)

/** Each column of the log as SQL: of the run, and of its tune's title. */
const ORDERS: Readonly<Record<RunOrder, readonly string[]>> = {
  date: ['run.playedAt'],
  tune: ['tuneOf.title COLLATE NOCASE'],
  bars: ['run.fromBar', 'run.toBar'],
  rung: ['run.rung'],
  key: ['run.key'],
  tempo: ['run.tempo'],
  marks: ['run.least'],
  verdict: [
    "CASE run.state WHEN 'abandoned' THEN 0 ELSE 1 END",
    "CASE run.verdict WHEN 'again' THEN 0 WHEN 'close' THEN 1 WHEN 'solid' THEN 2 ELSE 3 END",
  ],
}

/**
 * Only runs in which a word is found: among their words as the log shows them, in the player's own, in their tune's title. The
 * titles are looked through once, not for every run.
 */
const addWord = async (query: SelectQueryBuilder<RunEntity>, word: string, at: number): Promise<void> => {
  const [text, pattern, ids] = [`word${at}`, `pattern${at}`, `tunes${at}`]
  const titled: readonly { readonly id: string }[] = await query.connection.query(
    `SELECT id FROM tunes WHERE title LIKE ? ESCAPE '\\'`,
    [asPattern(word)],
  )
  // A word that is in every title is in every run.
  const [all] = (await query.connection.query('SELECT COUNT(*) AS count FROM tunes')) as [{ count: number }]
  if (titled.length === all.count && all.count > 0) return
  query.andWhere(
    `(instr(run.searched, :${text}) > 0 OR (run.words <> '' AND run.words LIKE :${pattern} ESCAPE '\\')
     ${titled.length === 0 ? '' : `OR run.tune IN (SELECT value FROM json_each(:${ids}))`})`,
    {
      [text]: word.toLowerCase(),
      [pattern]: asPattern(word),
      ...(titled.length === 0 ? {} : { [ids]: JSON.stringify(titled.map(({ id }) => id)) }),
    },
  )
}

const asPattern = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`

/** A page of the log: its runs in the order asked for, newest first among equals. */
export const pageOfRuns = async (
  store: Store,
  { tune, search = '', sort = 'date', order = 'desc', page = 0 }: RunsQuery,
): Promise<RunPageAnswer> => {
  const words = search.split(/\s+/).filter(Boolean)
  const query = store.manager.createQueryBuilder(RunEntity, 'run').where('run.removed = 0')
  if (sort === 'tune') query.leftJoin('tunes', 'tuneOf', 'tuneOf.id = run.tune')
  if (tune !== undefined) query.andWhere('run.tune = :tune', { tune })
  for (const [at, word] of words.entries()) await addWord(query, word, at)
  for (const column of ORDERS[sort]) query.addOrderBy(column, order === 'asc' ? 'ASC' : 'DESC')
  if (sort !== 'date') query.addOrderBy('run.playedAt', 'DESC')
  const rows = await query
    .addOrderBy('run.id')
    .limit(LIMITS.runsOnPage)
    .offset(page * LIMITS.runsOnPage)
    .getMany()
  // A first page that isn't full has all there are: they aren't looked for twice.
  const isAll = page === 0 && rows.length < LIMITS.runsOnPage
  const total = isAll ? rows.length : await query.getCount()
  return { total, runs: rows.filter(isWhole).map(answerOf) }
}

/**
 * The fastest tempo that held, day by day, for each tune, rung, key and stretch, oldest day first: all, or of those that held
 * most often, which is what the log draws.
 */
export const heldTempos = async (
  store: Store,
  { tune, since = '', most = -1 }: HeldQuery,
): Promise<readonly HeldTempoAnswer[]> =>
  store.manager.query(
    `WITH held AS (
       SELECT substr(playedAt, 1, 10) AS day, tune, rung, "key", fromBar, toBar, MAX(tempo) AS tempo FROM runs
       WHERE removed = 0 AND playedAt >= ? AND state = 'finished' AND verdict IN ('solid', 'move on')
       ${tune === undefined ? '' : 'AND tune = ?'}
       GROUP BY day, tune, rung, "key", fromBar, toBar),
     often AS (
       SELECT tune, rung, "key" FROM held GROUP BY tune, rung, "key" ORDER BY COUNT(*) DESC, tune, rung, "key" LIMIT ?)
     SELECT held.* FROM held JOIN often USING (tune, rung, "key") ORDER BY day, tune, rung, "key"`,
    [since, ...(tune === undefined ? [] : [tune]), most],
  )

/** The last run of each tune, through the index of runs by tune. */
export const lastRuns = async (store: Store): Promise<readonly RunAnswer[]> =>
  (
    await store.manager
      .createQueryBuilder(RunEntity, 'run')
      .innerJoin(
        (last) =>
          last
            .select('one.tune', 'tune')
            .addSelect('MAX(one.playedAt)', 'playedAt')
            .from(RunEntity, 'one')
            .where('one.removed = 0')
            .groupBy('one.tune'),
        'last',
        'run.tune = last.tune AND run.playedAt = last.playedAt',
      )
      .getMany()
  )
    .filter(isWhole)
    .map(answerOf)

/** How long was played in each half hour, over all runs, oldest first: a day is then the player's own. */
export const playedTimes = async (
  store: Store,
  { tune, since = '' }: SinceQuery,
): Promise<readonly PlayedTimeAnswer[]> =>
  store.manager.query(
    `SELECT substr(playedAt, 1, 14) || CASE WHEN substr(playedAt, 15, 2) < '30' THEN '00' ELSE '30' END || ':00Z' AS at,
     SUM(seconds) AS seconds, COUNT(*) AS runs FROM runs
     WHERE removed = 0 AND playedAt >= ? AND source <> 'simulated' ${tune === undefined ? '' : 'AND tune = ?'}
     GROUP BY 1 ORDER BY 1`,
    tune === undefined ? [since] : [since, tune],
  )

/**
 * What was foretold of the runs of each week that came a day or more after the one before, and what came true; the oldest week
 * first. A run counts as remembered unless its verdict is again.
 */
export const recallByWeek = async (
  store: Store,
  { tune, since = '' }: SinceQuery,
): Promise<readonly RecallAnswer[]> =>
  store.manager.query(
    `SELECT date(playedAt, '-6 days', 'weekday 1') AS week, COUNT(*) AS reviews, AVG(foretold) AS foretold,
     AVG(verdict <> 'again') AS recalled FROM runs
     WHERE removed = 0 AND playedAt >= ? AND foretold IS NOT NULL ${tune === undefined ? '' : 'AND tune = ?'}
     GROUP BY week ORDER BY week`,
    tune === undefined ? [since] : [since, tune],
  )

const ROWS_AT_ONCE = 500

/** All runs that count, oldest first, some at a time. */
async function* runsInOrder(
  store: Store,
): AsyncGenerator<readonly (RunEntity & { readonly title: string })[]> {
  let after: readonly [string, string] = ['', '']
  for (;;) {
    const rows: readonly (RunEntity & { readonly title: string })[] = await store.manager.query(
      `SELECT run.*, COALESCE(tuneOf.title, '') AS title FROM runs run LEFT JOIN tunes tuneOf ON tuneOf.id = run.tune
       WHERE run.removed = 0 AND (run.playedAt, run.id) > (?, ?) ORDER BY run.playedAt, run.id LIMIT ${ROWS_AT_ONCE}`,
      [...after],
    )
    if (rows.length === 0) return
    yield rows
    after = [rows.at(-1)!.playedAt, rows.at(-1)!.id]
  }
}

const parsed = <T>(cell: unknown, otherwise: T): T => {
  try {
    return JSON.parse(String(cell)) as T
  } catch {
    return otherwise
  }
}

/** Every run as a row of a table, with its tune's title; bars from 1. */
export async function* runsForCsv(
  store: Store,
): AsyncGenerator<readonly Readonly<Record<string, string | number>>[]> {
  for await (const rows of runsInOrder(store))
    yield rows.map(({ marks, fromBar, toBar, title, ...row }) => ({
      ...parsed<Record<string, number>>(marks, {}),
      id: row.id,
      playedAt: row.playedAt,
      tune: title,
      firstBar: fromBar + 1,
      lastBar: toBar + 1,
      rung: row.rung,
      key: row.key,
      tempo: row.tempo,
      state: row.state,
      verdict: row.verdict,
      source: row.source,
      seconds: Math.round(row.seconds * 10) / 10,
      words: row.words,
    }))
}

/** Every note that was played, as a row: milliseconds from its run's first beat. */
export async function* notesForCsv(
  store: Store,
): AsyncGenerator<readonly Readonly<Record<string, string | number>>[]> {
  for await (const rows of runsInOrder(store)) {
    const takes: readonly { readonly run: string; readonly take: string }[] = await store.manager.query(
      `SELECT run, take FROM takes WHERE run IN (${rows.map(() => '?').join(', ')})`,
      rows.map(({ id }) => id),
    )
    const byRun = new Map(takes.map(({ run, take }) => [run, take]))
    yield rows.flatMap(({ id }) =>
      (parsed<{ readonly notes?: readonly Record<string, number>[] }>(byRun.get(id), {}).notes ?? []).map(
        ({ onsetMs = 0, durationMs = 0, midi = 0, cents = 0, velocity = 0 }) => ({
          ...{ run: id, onsetMs, durationMs, midi, cents, velocity },
        }),
      ),
    )
  }
}

/** Every run with its take and what the player wrote about it, as the API answers it. */
export async function* runsWithTakes(
  store: Store,
): AsyncGenerator<readonly (RunAnswer & { readonly take: unknown })[]> {
  for await (const rows of runsInOrder(store)) {
    const ids = rows.map(({ id }) => id)
    const [runs, takes] = await Promise.all([
      store.manager.findBy(RunEntity, { id: In(ids) }),
      store.manager.findBy(TakeEntity, { run: In(ids) }),
    ])
    const byRun = new Map(takes.filter(isWhole).map(({ run, take }) => [run, take]))
    yield runs
      .filter((run) => isWhole(run) && byRun.has(run.id))
      .map((run) => ({ ...answerOf(run), take: byRun.get(run.id) }))
  }
}
