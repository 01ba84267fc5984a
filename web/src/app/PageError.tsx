import { useState } from 'react'
import { Link, useLocation, useRouteError } from 'react-router'
import { allDrafts, dropDraft, pendingEdits } from '../data/browserStore.ts'
import { Button } from '../ui/Button.tsx'

/** The tune in an address. */
const TUNE_IN_PATH = /^\/(?:tunes|stage)\/([\w-]+)/

/** Everything that this browser holds and the server may not have, as a file. */
const saveDrafts = async (): Promise<void> => {
  const content = JSON.stringify({ drafts: await allDrafts(), pending: await pendingEdits() }, undefined, 2)
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type: 'application/json' }))
  link.download = 'eager-contour-drafts.json'
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

/** Deletes the drafts of a tune: what was being written and is not saved. */
const dropDraftsOf = async (tune: string): Promise<void> => {
  const names = Object.keys(await allDrafts()).filter((name) => name.endsWith(` ${tune}`))
  for (const name of names) await dropDraft(name)
  sessionStorage.clear()
}

/** A page could not be drawn: what was written is taken out as a file, or a broken draft is deleted, and one goes on. */
export const PageError = () => {
  const error = useRouteError()
  const { pathname } = useLocation()
  const [saved, setSaved] = useState(false)
  const tune = TUNE_IN_PATH.exec(pathname)?.[1]
  return (
    <div className="max-w-3xl space-y-4 p-8" role="alert">
      <h1 className="text-3xl">This page can’t be shown</h1>
      <p className="text-lg">
        What you saved and played is safe. If reloading doesn’t help, the draft on this page may be damaged:
        take your drafts out as a file first, then delete the draft.
      </p>
      <p className="flex flex-wrap gap-2">
        <Button look="main" onClick={() => location.reload()}>
          Reload
        </Button>
        <Button onClick={() => void saveDrafts().then(() => setSaved(true))}>
          {saved ? 'Drafts saved as a file' : 'Save my drafts as a file'}
        </Button>
        {tune && (
          <Button onClick={() => void dropDraftsOf(tune).then(() => location.reload())}>
            Delete this tune’s draft and reload
          </Button>
        )}
      </p>
      <Link to="/tunes" reloadDocument className="underline underline-offset-4">
        All tunes
      </Link>
      <details>
        <summary className="cursor-pointer">What went wrong</summary>
        <pre className="overflow-auto text-sm">{error instanceof Error ? error.message : String(error)}</pre>
      </details>
    </div>
  )
}
