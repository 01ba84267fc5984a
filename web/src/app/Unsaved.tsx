import { Link, useLocation } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import { NEW_TUNE_DRAFT, tuneOfDraft } from '../data/draftNames.ts'
import { unsavedDrafts } from '../data/tabDrafts.ts'

/** Under the header, wherever one goes: charts that were changed and not saved, with the way back to them. */
export const Unsaved = () => {
  const drafts = unsavedDrafts.use()
  const { data: tunes = [] } = useTunesQuery()
  const { pathname } = useLocation()
  const shown = drafts
    .flatMap((draft) => {
      if (draft === NEW_TUNE_DRAFT) return [{ to: '/tunes/new', name: 'a new tune' }]
      const tune = tunes.find(({ id }) => id === tuneOfDraft(draft))
      return tune ? [{ to: `/tunes/${tune.id}/changes`, name: tune.title }] : []
    })
    .filter(({ to }) => to !== pathname)
  if (shown.length === 0) return null
  return (
    <p className="px-5 pb-1 text-soft">
      Not saved yet:{' '}
      {shown.map(({ to, name }, at) => (
        <span key={to}>
          {at > 0 && ', '}
          <Link to={to} className="underline underline-offset-4">
            {name}
          </Link>
        </span>
      ))}
    </p>
  )
}
