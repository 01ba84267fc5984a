import { lazy, Suspense, useEffect, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { NavLink, Outlet, useLocation } from 'react-router'
import { OutboxBar } from '../data/OutboxBar.tsx'
import { NewVersion } from '../offline/NewVersion.tsx'
import { useSettings } from '../settings/settings.ts'
import { useLook } from '../settings/useLook.ts'
import { isForControl } from '../ui/controlKeys.ts'
import { Waiting } from '../ui/Notice.tsx'
import { Unsaved } from './Unsaved.tsx'
import { useFinder, useHelp } from './WithHelp.tsx'

const PAGES = [
  { to: '/today', name: 'Today' },
  { to: '/tunes', name: 'Tunes' },
  { to: '/vocabulary', name: 'Vocabulary' },
  { to: '/log', name: 'Log' },
  { to: '/setup', name: 'Setup' },
]

const BandAnywhere = lazy(async () => ({ default: (await import('./BandAnywhere.tsx')).BandAnywhere }))

/** The pages on which Space plays something of their own. */
const PLAYS_ITSELF = /^\/tunes\/[^/]+\/(map|line|drills)|^\/vocabulary/

/** From every other page Space starts the band: whether it is there, and how it goes. */
const useBandAnywhere = (): readonly [isThere: boolean, close: () => void] => {
  const [isAsked, setAsked] = useState(false)
  const { pathname } = useLocation()
  const isFree = !PLAYS_ITSELF.test(pathname)
  // What was left for another page's sound doesn't start again by itself.
  useEffect(() => {
    if (!isFree) setAsked(false)
  }, [isFree])
  useHotkeys('space', () => setAsked(true), {
    preventDefault: true,
    enabled: isFree && !isAsked,
    ignoreEventWhen: isForControl,
  })
  return [isAsked && isFree, () => setAsked(false)]
}

/** The header of every page but the stage: the name, the instrument, and the navigation. */
export const Shell = () => {
  useLook()
  const { instrument, known } = useSettings()
  const openHelp = useHelp()
  const openFinder = useFinder()
  const [hasBand, closeBand] = useBandAnywhere()
  return (
    // A page's own foot stands over the band's.
    <div className={`flex min-h-screen flex-col ${hasBand ? '[--band:4.8rem] max-sm:[--band:8.2rem]' : ''}`}>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:p-3">
        Skip to content
      </a>
      {/* On a phone the places are in a row of their own, which scrolls if it has to. */}
      <header className="flex flex-wrap items-center gap-x-5 gap-y-1 px-5 py-2 max-sm:gap-x-3 max-sm:gap-y-0 max-sm:px-3 max-sm:py-1">
        <NavLink
          to="/today"
          className="flex items-center gap-2 font-head text-lg font-bold"
          aria-label="Eager Contour, today"
        >
          <svg viewBox="0 0 32 20" className="h-5 w-8" aria-hidden="true">
            <path
              d="M2 15c6 0 6-11 11-11s5 8 9 8 4-7 8-8"
              fill="none"
              stroke="var(--ink)"
              strokeWidth="2.5"
              strokeLinecap="round"
            />
            <circle cx="13" cy="4" r="3" fill="var(--madder)" />
          </svg>
          Eager Contour
        </NavLink>
        {known && <span className="ml-auto text-soft max-sm:hidden">for {instrument.name}</span>}
        <nav
          aria-label="Places"
          className="flex flex-wrap items-center gap-x-5 max-sm:order-last max-sm:w-full max-sm:flex-nowrap max-sm:justify-between max-sm:gap-x-3 max-sm:overflow-x-auto"
        >
          {PAGES.map(({ to, name }) => (
            <NavLink
              key={to}
              to={to}
              className={({ isActive }) =>
                `py-2 ${isActive ? 'font-bold underline decoration-2 underline-offset-8' : ''}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <div className="flex gap-x-5 max-sm:gap-x-3 max-sm:ml-auto">
          <button type="button" className="py-2" title="Find (Ctrl+K)" onClick={openFinder}>
            Find
          </button>
          <button type="button" className="py-2" title="Help (?)" onClick={openHelp}>
            Help
          </button>
        </div>
      </header>
      <OutboxBar />
      <NewVersion />
      <Unsaved />
      <main id="main" className="flex grow flex-col">
        {known ? <Outlet /> : <Waiting what="Opening" />}
      </main>
      {hasBand && (
        <Suspense fallback={<Waiting what="Opening the band" />}>
          <BandAnywhere onClose={closeBand} />
        </Suspense>
      )}
    </div>
  )
}
