import type {
  EditBody,
  RunAnswer,
  RunBody,
  RunWithTakeAnswer,
  SettingsAnswer,
  SettingsBody,
  TuneAnswer,
  TuneBody,
} from '@eager-contour/contract'
import type { RunVerdict, Take } from '@eager-contour/core'
import type { DataSource, EntityManager, EntityTarget, FindOptionsWhere } from 'typeorm'
import { HttpProblem } from '../http/problem.ts'
import { RunEntity, SettingsEntity, TakeEntity, TuneEntity } from './entities.ts'

/** Where records are read and written: the database, or a transaction in it. */
export type Store = Pick<DataSource, 'manager' | 'transaction'>

export interface Editable {
  id: string
  revision: number
  lastEdit: string
  updatedAt: string
}

/**
 * Writes an edit: refused with the stored version if it is based on an older revision, and counted once however often
 * it is sent.
 */
export const writeEdited = async <E extends Editable>(
  store: Store,
  type: EntityTarget<E>,
  id: string,
  body: EditBody,
  fields: (known: E | null) => Omit<E, keyof Editable>,
  answer: (row: E) => unknown,
): Promise<E> =>
  store.transaction(async (manager) => {
    const known = await manager.findOneBy(type, { id } as FindOptionsWhere<E>)
    if (known && known.lastEdit === body.edit) return known
    if ((known?.revision ?? 0) !== body.revision)
      throw new HttpProblem(
        'conflict',
        'This was changed elsewhere meanwhile. Nothing was overwritten.',
        [],
        known ? answer(known) : undefined,
      )
    const row = manager.create(type, {
      ...fields(known),
      id,
      revision: body.revision + 1,
      lastEdit: body.edit,
      updatedAt: new Date().toISOString(),
    } as never) as E
    return manager.save(row)
  })

const tuneAnswer = ({ id, revision, title, chart, readings, updatedAt }: TuneEntity): TuneAnswer => ({
  id,
  revision,
  title,
  chart,
  readings,
  updatedAt,
})

export const listTunes = async (store: Store): Promise<readonly TuneAnswer[]> =>
  (await store.manager.find(TuneEntity, { order: { title: 'ASC' } })).map(tuneAnswer)

export const writeTune = async (store: Store, id: string, body: TuneBody): Promise<TuneAnswer> =>
  tuneAnswer(
    await writeEdited(
      store,
      TuneEntity,
      id,
      body,
      (known) => ({
        title: body.title,
        chart: body.chart,
        readings: body.readings ?? known?.readings ?? [],
      }),
      tuneAnswer,
    ),
  )

const runAnswer = (row: RunEntity): RunAnswer => ({
  id: row.id,
  tune: row.tune,
  playedAt: row.playedAt,
  rung: row.rung,
  key: row.key,
  stretch: { from: row.fromBar, to: row.toBar },
  tempo: row.tempo,
  state: row.state as RunAnswer['state'],
  verdict: row.verdict as RunVerdict,
  marks: row.marks,
  source: row.source,
  ...(row.weakestBar === null ? {} : { weakestBar: row.weakestBar }),
  ...(row.line === null ? {} : { line: row.line }),
})

export const listRuns = async (store: Store, tune?: string): Promise<readonly RunAnswer[]> =>
  (
    await store.manager.find(RunEntity, {
      where: tune === undefined ? {} : { tune },
      order: { playedAt: 'DESC' },
    })
  ).map(runAnswer)

export const readRun = async (store: Store, id: string): Promise<RunWithTakeAnswer> => {
  const [row, take] = await Promise.all([
    store.manager.findOneBy(RunEntity, { id }),
    store.manager.findOneBy(TakeEntity, { run: id }),
  ])
  if (!row || !take) throw new HttpProblem('not-found', 'There is no such run.')
  return { ...runAnswer(row), take: take.take as Take }
}

/** A run is written once: the same id again is the same run. */
export const writeRun = async (store: Store, id: string, body: RunBody): Promise<RunAnswer> =>
  store.transaction(async (manager: EntityManager) => {
    const known = await manager.findOneBy(RunEntity, { id })
    if (known) return runAnswer(known)
    const row = manager.create(RunEntity, {
      id,
      tune: body.tune,
      playedAt: new Date(body.playedAt).toISOString(),
      rung: body.rung,
      key: body.key,
      fromBar: body.stretch.from,
      toBar: body.stretch.to,
      tempo: body.tempo,
      state: body.state,
      verdict: body.verdict,
      marks: { ...body.marks },
      source: body.take.source,
      weakestBar: body.weakestBar ?? null,
      line: body.line ?? null,
    })
    await manager.insert(RunEntity, row)
    await manager.insert(TakeEntity, { run: id, take: body.take })
    return runAnswer(row)
  })

const SETTINGS_ID = 'settings'
const DEFAULT_SETTINGS: SettingsAnswer = {
  revision: 0,
  instrument: 'concert',
  look: 'system',
  chordStyle: 'letters',
  scaleNames: 'mode',
  spelling: 'exact',
  player: '',
  grading: {},
  /** Repetition hurts: a pause every 25 to 30 minutes (common practice, no source). */
  restMinutes: 25,
}

const settingsAnswer = (row: SettingsEntity): SettingsAnswer => ({
  revision: row.revision,
  instrument: row.instrument,
  look: row.look as SettingsAnswer['look'],
  chordStyle: row.chordStyle as SettingsAnswer['chordStyle'],
  scaleNames: row.scaleNames as SettingsAnswer['scaleNames'],
  spelling: row.spelling as SettingsAnswer['spelling'],
  player: row.player,
  grading: row.grading,
  restMinutes: row.restMinutes,
})

export const readSettings = async (store: Store): Promise<SettingsAnswer> => {
  const row = await store.manager.findOneBy(SettingsEntity, { id: SETTINGS_ID })
  return row ? settingsAnswer(row) : DEFAULT_SETTINGS
}

export const writeSettings = async (store: Store, body: SettingsBody): Promise<SettingsAnswer> => {
  const { instrument, look, chordStyle, scaleNames, spelling, player, grading, restMinutes } = body
  return settingsAnswer(
    await writeEdited(
      store,
      SettingsEntity,
      SETTINGS_ID,
      body,
      (known) => ({
        instrument,
        look,
        chordStyle,
        scaleNames,
        spelling: spelling ?? known?.spelling ?? 'exact',
        player,
        grading: grading ?? known?.grading ?? DEFAULT_SETTINGS.grading,
        restMinutes: restMinutes ?? known?.restMinutes ?? DEFAULT_SETTINGS.restMinutes,
      }),
      settingsAnswer,
    ),
  )
}
