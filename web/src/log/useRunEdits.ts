import type { RunAnswer } from '@eager-contour/contract'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'

/** Writes about a run, deletes it, and brings it back. */
export const useRunEdits = () => {
  const dispatch = useAppDispatch()
  const send = (
    { id, wordsRevision: revision }: RunAnswer,
    body: { readonly words: string; readonly removed: boolean },
  ) =>
    // A record beside the run: the run itself may still wait to be sent.
    void sendEdit(dispatch, {
      entity: `words-${id}`,
      path: `run-words/${id}`,
      title: 'Words to a run',
      body: { ...body, revision },
    })
  return {
    write: (run: RunAnswer, words: string) => send(run, { words, removed: false }),
    remove: (run: RunAnswer) => send(run, { words: run.words, removed: true }),
    restore: (run: RunAnswer) => send(run, { words: run.words, removed: false }),
  }
}
