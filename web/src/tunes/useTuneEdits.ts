import type { TuneAnswer } from '@eager-contour/contract'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'

/** Names, tags, copies and deletes tunes, and brings them back. */
export const useTuneEdits = () => {
  const dispatch = useAppDispatch()
  const send = (id: string, title: string, body: Readonly<Record<string, unknown>>) =>
    sendEdit(dispatch, { entity: id, path: `tunes/${id}`, title, body: { title, ...body } })
  const change = (
    { id, title, chart, revision }: TuneAnswer,
    more: Partial<Pick<TuneAnswer, 'title' | 'tags'>> & { readonly removed?: boolean },
  ) => send(id, more.title ?? title, { chart, revision, ...more })
  return {
    describe: (tune: TuneAnswer, title: string, tags: readonly string[]) => change(tune, { title, tags }),
    /** Adds tags to those that it has. */
    tag: (tune: TuneAnswer, tags: readonly string[]) =>
      change(tune, { tags: [...new Set([...tune.tags, ...tags])] }),
    copy: ({ title, chart, readings, tags }: TuneAnswer) =>
      send(newId('tune'), `${title}, a copy`, { chart, readings, tags, revision: 0 }),
    remove: (tune: TuneAnswer) => change(tune, { removed: true }),
    restore: (tune: TuneAnswer) => change(tune, { removed: false }),
  }
}
