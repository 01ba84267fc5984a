import type { PhraseAnswer } from '@eager-contour/contract'
import { familiesOf, type Phrase, usageOf } from '@eager-contour/core'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'

/** Where a kept phrase comes from. */
interface Origin {
  /** In words: a line, a run, a file. */
  readonly source?: string
  /** The phrase that it was made from, and the changes that made it. */
  readonly parent?: string
  readonly change?: string
}

/** What the player says of a phrase; `use: undefined` if it has none. */
type Described = Partial<Pick<PhraseAnswer, 'title' | 'words' | 'tags' | 'families' | 'fingering'>> & {
  readonly use?: PhraseAnswer['use'] | undefined
}

/** Keeps, names, describes and deletes phrases of the player's own. */
export const usePhraseEdits = () => {
  const dispatch = useAppDispatch()
  const send = (id: string, title: string, body: Readonly<Record<string, unknown>>) =>
    void sendEdit(dispatch, { entity: id, path: `phrases/${id}`, title, body: { title, ...body } })
  const write = ({ id, updatedAt: _at, ...phrase }: PhraseAnswer, more: Readonly<Record<string, unknown>>) =>
    send(id, phrase.title, { ...phrase, ...more })
  return {
    /** Keeps a phrase as the player's own, with what is found of it; returns its id. */
    keep: (title: string, phrase: Phrase, origin: Origin): string => {
      const id = newId('phrase')
      const use = usageOf(phrase)
      const found = { families: familiesOf(phrase), ...(use ? { use } : {}) }
      send(id, title, { revision: 0, ...phrase, ...found, ...origin })
      return id
    },
    describe: (phrase: PhraseAnswer, said: Described) =>
      write({ ...phrase, title: said.title ?? phrase.title }, said),
    remove: (phrase: PhraseAnswer) => write(phrase, { removed: true }),
    /** Brings a deleted phrase back. */
    restore: (phrase: PhraseAnswer) => write(phrase, { removed: false }),
  }
}
