import { type TuneAnswer, TuneBody, TuneQuery } from '@eager-contour/contract'
import { Column, Entity, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'
import { listTuneRuns } from './runLists.ts'

@Entity('tunes')
export class TuneEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @Column('text') chart: string
  @JsonColumn({ default: '[]' }) readings: TuneAnswer['readings']
}

const answerOf = ({ lastEdit: _edit, ...row }: TuneEntity): TuneAnswer => row

export const listTunes = async (store: Store): Promise<readonly TuneAnswer[]> =>
  (await store.manager.find(TuneEntity, { order: { title: 'ASC' } })).filter(isWhole).map(answerOf)

export const writeTune = async (store: Store, id: string, body: TuneBody): Promise<TuneAnswer> => {
  const { title, chart } = body
  const fields = (known: TuneEntity | null) => ({
    title,
    chart,
    readings: body.readings ?? known?.readings ?? [],
  })
  return answerOf(await writeEdited(store, TuneEntity, id, body, fields, answerOf))
}

export const tunes = resource({
  path: 'tunes',
  entities: [TuneEntity],
  body: TuneBody,
  list: listed(TuneQuery, listTunes),
  write: writeTune,
  children: { runs: listTuneRuns },
})
