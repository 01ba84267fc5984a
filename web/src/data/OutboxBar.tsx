import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'
import { discardRefused, sendPending } from './outbox.ts'
import { selectOutbox } from './outboxSlice.ts'

const things = (count: number): string => (count === 1 ? 'One thing waits' : `${count} things wait`)

/** Says when the server is not reached or refused something. What was written or played is in the browser meanwhile. */
export const OutboxBar = () => {
  const dispatch = useAppDispatch()
  const { reachable, waiting, refused } = useAppSelector(selectOutbox)
  return (
    <>
      {!reachable && (
        <Notice urgent>
          <span className="mr-3">
            The server is not reached.{' '}
            {waiting > 0
              ? `${things(waiting)} in this browser and will be sent when it is back.`
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
            “{title}” was not stored: {reason} Your version is still in this browser.
          </span>
          <Button look="quiet" onClick={() => void discardRefused(dispatch, edit)}>
            Let it go
          </Button>
        </Notice>
      ))}
    </>
  )
}
