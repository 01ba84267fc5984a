import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { RunBody, TallyAnswer } from '@eager-contour/contract'
import {
  analyseChart,
  type Exercise,
  gradeTake,
  instrumentOf,
  type Judged,
  makeExerciseInKey,
  type RungId,
  readChart,
  readKey,
  simulatedTake,
} from '@eager-contour/core'
import { afterAll, describe, expect, it } from 'vitest'
import type { Database } from './database.ts'
import { listItems } from './items.ts'
import { openStore } from './open.ts'
import { forgetCounts, regradeRuns } from './regrading.ts'
import { pageOfRuns, playedTimes } from './runLists.ts'
import { readRun, writeRun } from './runs.ts'
import { runWords } from './runWords.ts'
import { listTallies } from './tallies.ts'
import { writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

const TEXT = 'key: C major\n| Dm7 | G7 | Cmaj7 | Cmaj7 |'
const chart = readChart(TEXT)
if (!chart.ok) throw new Error('The chart can’t be read.')
const TUNE = analyseChart(chart.value)
const DAY = 86_400_000
const FIRST = Date.parse('2026-03-01T18:00:00Z')

const played = (at: number, rung: RungId, key: string) => {
  const spec = { rung, stretch: { from: 0, to: 3 }, tempo: 100 }
  const made = makeExerciseInKey(TUNE, spec, instrumentOf('trumpet'), readKey(key))
  if (!made.ok) throw new Error('The exercise can’t be made.')
  const { exercise } = made.value
  const take = {
    ...simulatedTake(exercise, { seed: at, errorRate: 0.3, spreadMs: 30 }),
    source: 'midi' as const,
  }
  const grade = gradeTake(exercise, take)
  if (!grade.ok) throw new Error('The take can’t be graded.')
  const body = {
    tune: 'tune-0001',
    playedAt: new Date(FIRST + at * DAY).toISOString(),
    rung,
    key,
    stretch: { from: 0, to: 3 },
    tempo: 100,
    state: 'finished',
    verdict: grade.value.verdict,
    marks: grade.value.marks,
    take,
  } as unknown as RunBody
  return { id: `run-${String(at).padStart(4, '0')}`, body, exercise, judged: grade.value.judged }
}
const RUNS = Array.from({ length: 50 }, (_, at) =>
  played(at, at % 2 === 0 ? 'outline-up' : 'guide-tones', ['C major', 'Eb major', 'F# major'][at % 3]!),
)

const filled = async (name: string, grader?: string): Promise<Database> => {
  const database = await openStore(join(folder, name))
  await writeTune(database, 'tune-0001', { revision: 0, edit: 'edit-0001', title: 'Quay', chart: TEXT })
  for (let at = 0; at < RUNS.length; at += 1) {
    const { id, body } = RUNS[(at * 17) % RUNS.length]!
    const marks = { notes: 12, time: 12, flow: 12 }
    const old = { ...body, marks, verdict: 'again' as const, take: { ...body.take, grader: grader! } }
    await writeRun(database, id, grader === undefined ? body : old)
  }
  return database
}

/** A recount of one row of the table from the verdicts, written without the table's own code. */
const recount = (
  runs: typeof RUNS,
  counts: (exercise: Exercise, one: Judged, at: number) => boolean,
): { readonly notes: number; readonly right: number } => {
  const notes = runs.flatMap(({ exercise, judged }) =>
    judged.filter((one) => one.expected !== undefined && counts(exercise, one, one.expected)),
  )
  return {
    notes: notes.length,
    right: notes.filter(({ midi, verdict }) => midi !== undefined && verdict !== 'wrong').length,
  }
}

const DAY_50 = '2026-04-19'
/** The runs of the four weeks to that day, and of the four before. */
const RECENT = RUNS.filter((_, at) => at > 49 - 28)
const BEFORE = RUNS.filter((_, at) => at <= 49 - 28)
const find = (rows: readonly TallyAnswer[], kind: string, name: string) =>
  rows.find((row) => row.kind === kind && row.name === name)

describe('tallies', () => {
  it('are what a recount over the takes gives, in whatever order the runs arrive', async () => {
    const database = await filled('tallies.db')
    const rows = await listTallies(database, { day: DAY_50 })
    const key =
      (name: string) =>
      ({ key: { tonic } }: Exercise) =>
        `${tonic} major` === name
    for (const name of ['C major', 'Eb major', 'F# major'])
      expect(find(rows, 'key', name)).toMatchObject({
        ...recount(RECENT, key(name)),
        before: recount(BEFORE, key(name)),
      })
    const third = (exercise: Exercise, _: Judged, at: number) => exercise.expected[at]!.degree === 'b3'
    expect(find(rows, 'degree', 'b3')).toMatchObject({
      ...recount(RECENT, third),
      before: recount(BEFORE, third),
    })
    const second = (exercise: Exercise, _: Judged, at: number) => exercise.expected[at]!.start % 1920 === 480
    expect(find(rows, 'beat', '2')).toMatchObject(recount(RECENT, second))
    // The last note of Dm7, and the first two of G7.
    const around = ({ expected }: Exercise, _: Judged, at: number) => {
      const first = expected.findIndex(({ bar }) => bar === 1)
      return at >= first - 1 && at < first + 2
    }
    expect(find(rows, 'change', 'minor 5 dominant')).toMatchObject({
      ...recount(RECENT, around),
      last: { tune: 'tune-0001', stretch: { from: 0, to: 1 } },
    })
    // From a chord to the same chord nothing changes.
    expect(
      rows
        .filter(({ kind }) => kind === 'change')
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['dominant 5 major', 'minor 5 dominant'])
    const plan = await database.manager.query(
      "EXPLAIN QUERY PLAN SELECT SUM(notes) FROM tallies WHERE day > '2026-01-01' AND day < '2026-02-01'",
    )
    expect(JSON.stringify(plan)).toContain('tallies_day')
    await database.close()
  })

  it('leave out a deleted run, and have it again when it is brought back; its item and the lists do, too', async () => {
    const database = await filled('deleted.db')
    const all = await listTallies(database, { day: DAY_50 })
    const items = await listItems(database)
    const write = (revision: number, removed: boolean) =>
      runWords.write(database, RUNS[40]!.id, {
        revision,
        edit: `edit-del${revision}`,
        words: 'rushed',
        removed,
      } as never)
    await write(0, true)
    const without = await listTallies(database, { day: DAY_50 })
    const { notes } = find(all, 'rung', 'outline-up')!
    expect(find(without, 'rung', 'outline-up')!.notes).toBe(notes - RUNS[40]!.exercise.expected.length)
    expect((await pageOfRuns(database, {})).total).toBe(49)
    expect((await playedTimes(database, {})).reduce((sum, { runs }) => sum + runs, 0)).toBe(49)
    expect(await listItems(database)).not.toEqual(items)
    await write(1, false)
    const again = await listTallies(database, { day: DAY_50 })
    expect(again).toEqual(all.map((row) => ({ ...row, last: expect.anything() })))
    expect(await listItems(database)).toEqual(items)
    expect(await pageOfRuns(database, { search: 'rushed' })).toMatchObject({
      total: 1,
      runs: [{ words: 'rushed' }],
    })
    await database.close()
  })

  it('are counted again from the takes by one command', async () => {
    const database = await filled('again.db')
    const all = await listTallies(database, { day: DAY_50 })
    await forgetCounts(database)
    expect(await listTallies(database, { day: DAY_50 })).toEqual([])
    const regrading = await regradeRuns(database)
    await regrading.done
    expect(regrading.progress()).toEqual({ done: 50, total: 50, changed: 0 })
    const again = await listTallies(database, { day: DAY_50 })
    expect(again).toEqual(
      all.map((row) => ({ ...row, last: expect.anything(), offMs: expect.closeTo(row.offMs, 3) })),
    )
    await database.close()
  })

  it('runs that an earlier grader marked are graded again, with their items; where the tune was edited since, they stay', async () => {
    // The tune is older than the runs, as it is in life.
    const database = await filled('old.db', '1')
    await database.manager.query("UPDATE tunes SET updatedAt = '2026-01-01T00:00:00.000Z'")
    const regrading = await regradeRuns(database)
    await regrading.done
    expect(regrading.progress()).toEqual({ done: 50, total: 50, changed: 50 })
    const { marks, verdict } = await readRun(database, RUNS[7]!.id)
    expect({ marks, verdict }).toEqual({ marks: RUNS[7]!.body.marks, verdict: RUNS[7]!.body.verdict })
    const fresh = await filled('fresh.db')
    const bare = async (from: Database) => (await listItems(from)).map(({ id, memory }) => [id, memory])
    expect(await bare(database)).toEqual(await bare(fresh))
    expect((await regradeRuns(database)).progress().total).toBe(0)
    await fresh.close()
    await database.close()
    const edited = await filled('edited.db', '1')
    const left = await regradeRuns(edited)
    await left.done
    expect(left.progress()).toEqual({ done: 50, total: 50, changed: 0 })
    expect((await readRun(edited, RUNS[7]!.id)).verdict).toBe('again')
    await edited.close()
  })
})
