import { type PhraseAnswer, PhraseBody, TuneQuery } from '@eager-contour/contract'
import { Column, Entity, PrimaryColumn } from 'typeorm'
import { binOf } from './bin.ts'
import type { Store } from './database.ts'
import { isWhole, JsonColumn } from './json.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'
import { listRunsOf } from './runLists.ts'

@Entity('phrases')
class PhraseEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @JsonColumn() notes: PhraseAnswer['notes']
  @JsonColumn() chords: PhraseAnswer['chords']
  @Column('text', { nullable: true }) words: string | null
  @JsonColumn({ default: '[]' }) tags: readonly string[]
  @JsonColumn({ default: '[]' }) families: NonNullable<PhraseAnswer['families']>
  @Column('text', { nullable: true }) use: PhraseAnswer['use'] | null
  @JsonColumn({ nullable: true }) fingering: NonNullable<PhraseAnswer['fingering']> | null
  @Column('text', { nullable: true }) source: string | null
  @Column('text', { nullable: true }) parent: string | null
  @Column('text', { nullable: true }) change: string | null
  @Column('boolean', { default: false }) removed: boolean
}

/** What a phrase may lack: nothing is answered for it. */
const answerOf = ({ lastEdit: _edit, removed: _removed, ...row }: PhraseEntity): PhraseAnswer => {
  const { words, use, fingering, source, parent, change, tags, families, ...always } = row
  const there = Object.entries({ words, use, fingering, source, parent, change }).filter(
    ([, value]) => value !== null,
  )
  return {
    ...always,
    ...(tags.length === 0 ? {} : { tags }),
    ...(families.length === 0 ? {} : { families }),
    ...Object.fromEntries(there),
  }
}

const listPhrases = async (store: Store): Promise<readonly PhraseAnswer[]> =>
  (await store.manager.find(PhraseEntity, { where: { removed: false }, order: { updatedAt: 'DESC' } }))
    .filter(isWhole)
    .map(answerOf)

export const writePhrase = async (store: Store, id: string, body: PhraseBody): Promise<PhraseAnswer> => {
  const { title, notes, chords, words = null, tags = [], removed = false } = body
  const { families = [], use = null, fingering = null, source = null, parent = null, change = null } = body
  const fields = () => ({
    ...{ title, notes, chords, words, tags, removed },
    ...{ families, use, fingering, source, parent, change },
  })
  return answerOf(await writeEdited(store, PhraseEntity, id, body, fields, answerOf))
}

export const phrases = resource({
  path: 'phrases',
  entities: [PhraseEntity],
  body: PhraseBody,
  list: listed(TuneQuery, listPhrases),
  lists: { bin: binOf(PhraseEntity, answerOf) },
  write: writePhrase,
  children: { runs: listRunsOf },
})
