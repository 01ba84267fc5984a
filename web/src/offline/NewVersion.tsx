import { Button } from '../ui/Button.tsx'
import { newVersion } from './newVersion.ts'

/** Says that a new version of the application is there, and changes to it when that is wanted. */
export const NewVersion = () => {
  const change = newVersion.use()
  if (!change) return null
  return (
    <p role="status" className="flex items-center gap-3 px-5 pb-1">
      A new version of Eager Contour is here. What you write stays.
      <Button look="quiet" onClick={change}>
        Use it now
      </Button>
    </p>
  )
}
