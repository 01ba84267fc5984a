import { toast } from 'sonner'

/** Time to read a message, and to take back what it tells of, in milliseconds. */
const READ_MS = 5000
const UNDO_MS = 15_000

/** Says that something is done: “Saved: Weir Lane.” */
export const tellDone = (text: string): void => void toast.success(text, { duration: READ_MS })

/** Says that something is done that can be taken back, and that it was, if it is. */
export const tellUndoable = (text: string, undo: () => void, undone: string): void =>
  void toast.success(text, {
    duration: UNDO_MS,
    action: {
      label: 'Undo',
      onClick: () => {
        undo()
        tellDone(undone)
      },
    },
  })

/** Says what went wrong, until it is closed. */
export const tellFailed = (text: string): void =>
  void toast.error(text, { duration: Number.POSITIVE_INFINITY, closeButton: true })
