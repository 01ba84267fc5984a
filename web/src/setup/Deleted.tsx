import { type DeletedAnswer, type DeletedKind, useDeletedQuery } from '../data/api.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'
import { agoWords } from '../ui/agoWords.ts'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { tellDone } from '../ui/tell.ts'

const KINDS: readonly { readonly kind: DeletedKind; readonly name: string }[] = [
  { kind: 'lines', name: 'line' },
  { kind: 'phrases', name: 'phrase' },
  { kind: 'exercises', name: 'exercise' },
  { kind: 'set-lists', name: 'set list' },
  { kind: 'run-words', name: 'run' },
]

/** Lines, phrases, exercises, set lists and runs that were deleted in the last 30 days; each can be brought back. */
export const Deleted = () => (
  <section aria-labelledby="deleted">
    <h2 id="deleted" className="text-2xl">
      Deleted
    </h2>
    <p className="my-2 max-w-prose text-soft">
      Lines, phrases, exercises, set lists and runs stay here for 30 days; deleted tunes are at the end of
      Tunes.
    </p>
    {KINDS.map(({ kind, name }) => (
      <OfKind key={kind} kind={kind} name={name} />
    ))}
  </section>
)

const OfKind = ({ kind, name }: (typeof KINDS)[number]) => {
  const { data: deleted = [] } = useDeletedQuery(kind)
  const dispatch = useAppDispatch()
  if (deleted.length === 0) return null
  const bringBack = ({ id, updatedAt: _at, title, ...record }: DeletedAnswer) => {
    // What is written about a run is a record beside it, without a title.
    const isRun = kind === 'run-words'
    void sendEdit(dispatch, {
      ...{ entity: isRun ? `words-${id}` : id, path: `${kind}/${id}`, title },
      body: { ...record, ...(isRun ? {} : { title }), removed: false },
    })
    tellDone(`Back: ${title}.`)
  }
  return (
    <details className="border-t border-rule">
      <summary className="min-h-11 cursor-pointer py-2 text-lg">{counted(deleted.length, name)}</summary>
      <ul aria-label={`Deleted: ${name}`}>
        {deleted.map((record) => (
          <li key={record.id} className="flex flex-wrap items-center gap-x-4">
            <span className="font-semibold">{record.title}</span>
            <span className="text-soft">{agoWords(record.updatedAt)}</span>
            <Button look="quiet" aria-label={`Bring back: ${record.title}`} onClick={() => bringBack(record)}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  )
}
