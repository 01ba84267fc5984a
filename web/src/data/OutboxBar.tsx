import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'
import { discardRefused, sendPending } from './outbox.ts'
import { selectOutbox } from './outboxSlice.ts'

const things = (count: number): string => (count === 1 ? '1 change waiting' : `${count} changes waiting`)

/**
 * Says when the server can't be reached or refused something. What was written or played is in the browser meanwhile.
 */
export const OutboxBar = () => {
  const dispatch = useAppDispatch()
  const { reachable, waiting, refused } = useAppSelector(selectOutbox)
  return (
    <>
      {!reachable && (
        <Notice urgent>
          <span className="mr-3">
            Can’t reach the server.{' '}
            {waiting > 0
              ? `${things(waiting)}; nothing is lost.`
              : 'What you write or play is kept in this browser.'}
          </span>
          <Button look="quiet" onClick={() => void sendPending(dispatch)}>
            Try now
          </Button>
        </Notice>
      )}
      {refused.map(({ edit, title, reason }) => (
        <Notice urgent key={edit}>
          <span className="mr-3">
            “{title}” was not saved: {reason} Your version is still in this browser.
          </span>
          <Button look="quiet" onClick={() => void discardRefused(dispatch, edit)}>
            Discard
          </Button>
        </Notice>
      ))}
    </>
  )
}
