import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'
import { browserKeeps } from './browserStore.ts'
import { discardRefused, saveRefusedAsCopy, sendPending } from './outbox.ts'
import { selectOutbox } from './outboxSlice.ts'

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
      {refused.map(({ edit, title, reason, versions }) => (
        <Notice urgent key={edit}>
          <span className="mr-3">
            “{title}” was not saved: {reason}{' '}
            {versions
              ? `Saved is ${versions.theirs}; yours is ${versions.mine}, and it is still here.`
              : 'Your version is still in this browser.'}
          </span>
          {versions && (
            <Button look="quiet" onClick={() => void saveRefusedAsCopy(dispatch, edit)}>
              Save mine as a new one
            </Button>
          )}
          <Button look="quiet" onClick={() => void discardRefused(dispatch, edit)}>
            Discard
          </Button>
        </Notice>
      ))}
    </>
  )
}
