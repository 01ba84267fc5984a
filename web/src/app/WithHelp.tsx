import { createContext, lazy, Suspense, use, useCallback, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { Outlet } from 'react-router'

// The help shows marks and keys of the features: it loads when it is asked for.
const Help = lazy(async () => ({ default: (await import('./Help.tsx')).Help }))

const HelpContext = createContext<() => void>(() => undefined)

/** Opens the help. */
export const useHelp = (): (() => void) => use(HelpContext)

/** Every page, with the help behind its key. */
export const WithHelp = () => {
  const [shown, setShown] = useState(false)
  const open = useCallback(() => setShown(true), [])
  useHotkeys('*', (event) => event.key === '?' && open())
  return (
    <HelpContext value={open}>
      <Outlet />
      {shown && (
        <Suspense fallback={null}>
          <Help open onOpenChange={setShown} />
        </Suspense>
      )}
    </HelpContext>
  )
}
