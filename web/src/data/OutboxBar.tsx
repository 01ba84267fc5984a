import { instrumentOf } from '@eager-contour/core'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'
import { useSettingsQuery } from './api.ts'
import { browserKeeps } from './browserStore.ts'
import { discardRefused, saveRefusedAsCopy, saveRefusedOver, sendPending } from './outbox.ts'
import { type RefusedEdit, selectOutbox } from './outboxSlice.ts'
import { compareVersions, type Version } from './versions.ts'

const things = (count: number): string => (count === 1 ? '1 change waiting' : `${count} changes waiting`)

const waitingWords = (waiting: number, keeps: boolean): string => {
  if (waiting === 0) return keeps ? 'What you write or play is kept in this browser.' : ''
  return keeps ? `${things(waiting)}; nothing is lost.` : `${things(waiting)} on this page.`
}

/**
 * Says when the server can't be reached or refused something. What was written or played is in the browser meanwhile.
 */
export const OutboxBar = () => {
  const dispatch = useAppDispatch()
  const { reachable, waiting, refused } = useAppSelector(selectOutbox)
  const keeps = browserKeeps.use()
  return (
    <>
      {!reachable && (
        <Notice urgent>
          <span className="mr-3">Can’t reach the server. {waitingWords(waiting, keeps)}</span>
          <Button look="quiet" onClick={() => void sendPending(dispatch)}>
            Try now
          </Button>
        </Notice>
      )}
      {!keeps && (
        <Notice urgent>
          This browser can’t keep what you write or play: its storage is full, blocked or broken. Everything
          is sent to the server at once. Leave this page open while changes are waiting.
        </Notice>
      )}
      {refused.map((one) => (
        <Refused key={one.edit} refused={one} />
      ))}
    </>
  )
}

/** What the server refused: both versions side by side, and what can be done with the player's. */
const Refused = ({ refused: { edit, title, reason, versions } }: { readonly refused: RefusedEdit }) => {
  const dispatch = useAppDispatch()
  return (
    <Notice urgent>
      <span className="mr-3">
        “{title}” was not saved: {reason}{' '}
        {versions ? 'Yours is still here.' : 'Your version is still in this browser.'}
      </span>
      {versions && <Versions {...versions} />}
      {versions && (
        <>
          <Button look="quiet" onClick={() => void saveRefusedOver(dispatch, edit)}>
            Save mine over it
          </Button>
          <Button look="quiet" onClick={() => void saveRefusedAsCopy(dispatch, edit)}>
            Save mine as a new one
          </Button>
        </>
      )}
      <Button look="quiet" onClick={() => void discardRefused(dispatch, edit)}>
        Discard mine
      </Button>
    </Notice>
  )
}

/** The two versions of a record; what one has and the other lacks is marked. */
const Versions = ({ theirs, mine }: { readonly theirs: Version; readonly mine: Version }) => {
  const { data: settings } = useSettingsQuery()
  const both = compareVersions(theirs, mine, instrumentOf(settings?.instrument ?? 'concert'))
  return (
    <div className="my-2 grid max-h-[40vh] grid-cols-2 gap-3 overflow-y-auto">
      {(
        [
          ['Saved', both.theirs],
          ['Yours', both.mine],
        ] as const
      ).map(([name, rows]) => (
        <section key={name} aria-label={name} className="rounded-xl bg-sheet p-3 text-ink">
          <h3 className="text-soft">{name}</h3>
          {rows.map(({ text, differs }, at) => (
            <p key={at} className="font-mono text-sm whitespace-pre-wrap">
              {differs ? <mark className="bg-ledge-guide font-bold text-ink">{text}</mark> : text}
            </p>
          ))}
        </section>
      ))}
    </div>
  )
}
