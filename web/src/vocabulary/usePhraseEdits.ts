import type { PhraseAnswer } from '@eager-contour/contract'
import type { Phrase } from '@eager-contour/core'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'

/** Where a kept phrase comes from. */
interface Origin {
  readonly parent?: string
  readonly change?: string
}

/** Keeps, names, describes and deletes phrases of the player's own. */
export const usePhraseEdits = () => {
  const dispatch = useAppDispatch()
  const send = (id: string, title: string, body: Readonly<Record<string, unknown>>) =>
    void sendEdit(dispatch, { entity: id, path: `phrases/${id}`, title, body: { title, ...body } })
  const write = ({ id, updatedAt: _at, ...phrase }: PhraseAnswer, more: Readonly<Record<string, unknown>>) =>
    send(id, phrase.title, { ...phrase, ...more })
  return {
    /** Keeps a phrase as the player's own; returns its id. */
    keep: (title: string, phrase: Phrase, origin: Origin): string => {
      const id = newId('phrase')
      send(id, title, { revision: 0, ...phrase, ...origin })
      return id
    },
    describe: (
      phrase: PhraseAnswer,
      said: { readonly title: string; readonly words: string; readonly tags: readonly string[] },
    ) => write({ ...phrase, title: said.title }, said),
    remove: (phrase: PhraseAnswer) => write(phrase, { removed: true }),
    /** Brings a deleted phrase back. */
    restore: (phrase: PhraseAnswer) => write(phrase, { removed: false }),
  }
}
