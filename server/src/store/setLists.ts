import { type SetListAnswer, SetListBody, TuneQuery } from '@eager-contour/contract'
import { Column, Entity, PrimaryColumn } from 'typeorm'
import { binOf } from './bin.ts'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'

@Entity('set_lists')
class SetListEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @JsonColumn() exercises: SetListAnswer['exercises']
  @Column('boolean', { default: false }) removed: boolean
}

const answerOf = ({ lastEdit: _edit, removed: _removed, ...row }: SetListEntity): SetListAnswer => row

const listSetLists = async (store: Store): Promise<readonly SetListAnswer[]> =>
  (await store.manager.find(SetListEntity, { where: { removed: false }, order: { updatedAt: 'DESC' } }))
    .filter(isWhole)
    .map(answerOf)

const writeSetList = async (store: Store, id: string, body: SetListBody): Promise<SetListAnswer> => {
  const { title, exercises, removed = false } = body
  const fields = () => ({ title, exercises: [...exercises], removed })
  return answerOf(await writeEdited(store, SetListEntity, id, body, fields, answerOf))
}

export const setLists = resource({
  path: 'set-lists',
  entities: [SetListEntity],
  body: SetListBody,
  list: listed(TuneQuery, listSetLists),
  lists: { bin: binOf(SetListEntity, answerOf) },
  write: writeSetList,
})
