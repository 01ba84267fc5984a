import { Check, CircleAlert } from 'lucide-react'
import { useEffect } from 'react'
import { Toaster, toast } from 'sonner'
import { type Message, takeMessages, watchMessages } from './tell.ts'

/** Time to read a message, and to take back what it tells of, in milliseconds. */
const READ_MS = 5000
const UNDO_MS = 15_000

const show = ({ kind, text, undo }: Message): void => {
  if (kind === 'failed') toast.error(text, { duration: Number.POSITIVE_INFINITY, closeButton: true })
  else if (undo) toast.success(text, { duration: UNDO_MS, action: { label: 'Undo', onClick: undo } })
  else toast.success(text, { duration: READ_MS })
}

/** Where it is said, for eyes and for screen readers, what was saved, deleted or failed: see tell.ts. */
export const Messages = () => {
  useEffect(() => {
    const showAll = () => takeMessages().forEach(show)
    showAll()
    return watchMessages(showAll)
  }, [])
  return (
    <Toaster
      position="bottom-center"
      offset={{ bottom: 92 }}
      mobileOffset={{ bottom: 92 }}
      gap={8}
      visibleToasts={3}
      containerAriaLabel="Messages"
      icons={{
        success: <Check size={20} aria-hidden="true" />,
        error: <CircleAlert size={20} aria-hidden="true" />,
      }}
      toastOptions={{
        unstyled: true,
        closeButtonAriaLabel: 'Close',
        classNames: {
          toast:
            'font-text flex w-[min(32rem,94vw)] items-center gap-3 rounded-2xl bg-ink px-5 py-3 text-lg text-on-ink shadow-lg',
          content: 'min-w-0 flex-1',
          actionButton:
            'inline-flex min-h-11 items-center rounded-full border border-on-ink px-4 font-semibold whitespace-nowrap',
          closeButton: 'order-last inline-flex size-11 items-center justify-center',
        },
      }}
    />
  )
}
