import { type PhraseAnswer, PhraseBody, TuneQuery } from '@eager-contour/contract'
import { Column, Entity, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'

@Entity('phrases')
class PhraseEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @JsonColumn() notes: PhraseAnswer['notes']
  @JsonColumn() chords: PhraseAnswer['chords']
  @Column('boolean', { default: false }) removed: boolean
}

const answerOf = ({ lastEdit: _edit, removed: _removed, ...row }: PhraseEntity): PhraseAnswer => row

const listPhrases = async (store: Store): Promise<readonly PhraseAnswer[]> =>
  (await store.manager.find(PhraseEntity, { where: { removed: false }, order: { updatedAt: 'DESC' } }))
    .filter(isWhole)
    .map(answerOf)

export const writePhrase = async (store: Store, id: string, body: PhraseBody): Promise<PhraseAnswer> => {
  const { title, notes, chords, removed = false } = body
  const fields = () => ({ title, notes, chords, removed })
  return answerOf(await writeEdited(store, PhraseEntity, id, body, fields, answerOf))
}

export const phrases = resource({
  path: 'phrases',
  entities: [PhraseEntity],
  body: PhraseBody,
  list: listed(TuneQuery, listPhrases),
  write: writePhrase,
})
