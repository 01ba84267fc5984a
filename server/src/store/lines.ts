import type {
  LineAnswer,
  LineBody,
  LineVersionAnswer,
  PhraseAnswer,
  PhraseBody,
} from '@eager-contour/contract'
import { LineEntity, LineVersionEntity, PhraseEntity } from './entities.ts'
import { type Store, writeEdited } from './records.ts'

const lineAnswer = (row: LineEntity): LineAnswer => ({
  id: row.id,
  revision: row.revision,
  tune: row.tune,
  title: row.title,
  stretch: { from: row.fromBar, to: row.toBar },
  notes: row.notes,
  remark: row.remark,
  tags: row.tags,
  updatedAt: row.updatedAt,
})

export const listLines = async (store: Store, tune?: string): Promise<readonly LineAnswer[]> =>
  (
    await store.manager.find(LineEntity, {
      where: { removed: false, ...(tune === undefined ? {} : { tune }) },
      order: { updatedAt: 'DESC' },
    })
  ).map(lineAnswer)

/** Writes a line and, if requested, saves it as a version beside the earlier ones. */
export const writeLine = async (store: Store, id: string, body: LineBody): Promise<LineAnswer> => {
  const fields = (known: LineEntity | null) => ({
    tune: body.tune,
    title: body.title,
    fromBar: body.stretch.from,
    toBar: body.stretch.to,
    notes: body.notes,
    remark: body.remark ?? known?.remark ?? '',
    tags: body.tags ?? known?.tags ?? [],
    removed: body.removed ?? false,
  })
  const keep = async (inside: Store): Promise<LineEntity> => {
    const row = await writeEdited(inside, LineEntity, id, body, fields, lineAnswer)
    if (body.version)
      await inside.manager.save(
        inside.manager.create(LineVersionEntity, {
          line: id,
          revision: row.revision,
          title: row.title,
          fromBar: row.fromBar,
          toBar: row.toBar,
          notes: row.notes,
          keptAt: row.updatedAt,
        }),
      )
    return row
  }
  return lineAnswer(
    await store.transaction((manager) => keep({ manager, transaction: manager.transaction.bind(manager) })),
  )
}

/** The saved versions of a line, newest first. */
export const listVersions = async (store: Store, line: string): Promise<readonly LineVersionAnswer[]> =>
  (await store.manager.find(LineVersionEntity, { where: { line }, order: { revision: 'DESC' } })).map(
    ({ revision, title, fromBar, toBar, notes, keptAt }) => ({
      revision,
      title,
      stretch: { from: fromBar, to: toBar },
      notes,
      keptAt,
    }),
  )

const phraseAnswer = ({ id, revision, title, notes, chords, updatedAt }: PhraseEntity): PhraseAnswer => ({
  id,
  revision,
  title,
  notes,
  chords,
  updatedAt,
})

export const listPhrases = async (store: Store): Promise<readonly PhraseAnswer[]> =>
  (await store.manager.find(PhraseEntity, { where: { removed: false }, order: { updatedAt: 'DESC' } })).map(
    phraseAnswer,
  )

export const writePhrase = async (store: Store, id: string, body: PhraseBody): Promise<PhraseAnswer> => {
  const { title, notes, chords, removed = false } = body
  const fields = () => ({ title, notes, chords, removed })
  return phraseAnswer(await writeEdited(store, PhraseEntity, id, body, fields, phraseAnswer))
}
