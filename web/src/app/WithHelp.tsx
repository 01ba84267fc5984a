import { createContext, lazy, Suspense, use, useCallback, useEffect, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { Outlet } from 'react-router'
import { useSingleKeys } from '../settings/useSingleKey.ts'
import { useHasMessages } from '../ui/tell.ts'
import { Announcer } from './Announcer.tsx'
import { FirstRound } from './FirstRound.tsx'
import { useHeadingFocus } from './useHeadingFocus.ts'

// The help shows marks and keys of the features: it loads when it is asked for.
const Help = lazy(async () => ({ default: (await import('./Help.tsx')).Help }))
const Messages = lazy(async () => ({ default: (await import('../ui/Messages.tsx')).Messages }))
const DroppedFile = lazy(async () => ({ default: (await import('./DroppedFile.tsx')).DroppedFile }))
const Finder = lazy(async () => ({ default: (await import('./Finder.tsx')).Finder }))

const HelpContext = createContext<() => void>(() => undefined)
const FinderContext = createContext<() => void>(() => undefined)

/** Opens the help. */
export const useHelp = (): (() => void) => use(HelpContext)

/** Opens the finder. */
export const useFinder = (): (() => void) => use(FinderContext)

/** What is needed only once the first page is there is loaded after this time. */
const SETTLED_MS = 1500

const useSettled = (): boolean => {
  const [isSettled, setSettled] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(true), SETTLED_MS)
    return () => clearTimeout(timer)
  }, [])
  return isSettled
}

/** Every page, with the help and the finder behind their keys. */
export const WithHelp = () => {
  const [shown, setShown] = useState(false)
  const open = useCallback(() => setShown(true), [])
  useHeadingFocus()
  const [finds, setFinds] = useState(false)
  const find = useCallback(() => setFinds(true), [])
  const stopFinding = useCallback(() => setFinds(false), [])
  const single = useSingleKeys()
  const hasMessages = useHasMessages()
  const isSettled = useSettled()
  useHotkeys('*', (event) => event.key === '?' && open(), { enabled: single }, [single])
  useHotkeys('mod+k', () => setFinds((now) => !now), { preventDefault: true, enableOnFormTags: true })
  return (
    <HelpContext value={open}>
      <FinderContext value={find}>
        <Announcer />
        {hasMessages && (
          <Suspense fallback={null}>
            <Messages />
          </Suspense>
        )}
        {isSettled && (
          <Suspense fallback={null}>
            <DroppedFile />
          </Suspense>
        )}
        <FirstRound />
        <Outlet />
      </FinderContext>
      {finds && (
        <Suspense fallback={null}>
          <Finder onClose={stopFinding} onHelp={open} />
        </Suspense>
      )}
      {shown && (
        <Suspense fallback={null}>
          <Help open onOpenChange={setShown} />
        </Suspense>
      )}
    </HelpContext>
  )
}
