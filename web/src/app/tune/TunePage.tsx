import { lazy, Suspense } from 'react'
import { Link, NavLink, Outlet, useLocation, useParams } from 'react-router'
import { type OpenTune, useTune } from '../../tune/useTune.ts'
import { keyWords } from '../../tune/written.ts'
import { AboutPlace } from '../../ui/AboutPlace.tsx'
import { Notice, Waiting } from '../../ui/Notice.tsx'
import { Term } from '../../ui/Term.tsx'
import { usePageTitle } from '../../ui/usePageTitle.ts'
import { FormStrip } from './FormStrip.tsx'
import { StretchChoice } from './StretchChoice.tsx'

const TuneChanges = lazy(async () => ({
  default: (await import('../../changes/ChangesPage.tsx')).TuneChanges,
}))

const PAGES = [
  { to: 'changes', name: 'Changes' },
  { to: 'map', name: 'Map' },
  { to: 'line', name: 'Line' },
  { to: 'drills', name: 'Drills' },
] as const

/** A tune: its heading, the form strip (editable in Changes), and one of its pages. */
export const TunePage = () => {
  const { tune: id } = useParams()
  const opened = useTune(id)
  if (opened.state === 'open') return <Opened open={opened.open} />
  return (
    <div className="px-5 py-6">
      {opened.state === 'waiting' && <Waiting what="Opening the tune" />}
      {opened.state === 'unreachable' && (
        <Notice urgent>
          Can’t load the tune from the server. Nothing is lost; reload the page when the server is back.
        </Notice>
      )}
      {opened.state === 'lost' && (
        <Notice urgent>
          Tune not found.{' '}
          <Link to="/tunes" className="underline">
            All tunes
          </Link>
        </Notice>
      )}
      {opened.state === 'unread' && (
        <>
          <h1 className="mb-3 text-2xl">{opened.tune.title}</h1>
          <Notice urgent>
            Some of its changes can’t be read. The text is kept as it is until you fix it.
          </Notice>
          <Suspense fallback={<Waiting what="Opening the editor" />}>
            <TuneChanges tune={opened.tune} />
          </Suspense>
        </>
      )}
    </div>
  )
}

const Opened = ({ open }: { readonly open: OpenTune }) => {
  const { search, pathname } = useLocation()
  const { chart } = open.written
  const onChanges = pathname.endsWith('/changes')
  const page = PAGES.find(({ to }) => pathname.endsWith(`/${to}`))
  usePageTitle(page ? `${open.tune.title}, ${page.name}` : open.tune.title)
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1 px-5 pb-2 max-sm:gap-x-3 max-sm:gap-y-0 max-sm:px-3 max-sm:pb-1">
        <h1 className="text-2xl max-sm:text-xl">{open.tune.title}</h1>
        <span className="text-soft max-sm:text-sm">
          {[chart.key && keyWords(chart.key), chart.form, `${chart.tempo} bpm`, chart.feel]
            .filter(Boolean)
            .join(' · ')}
        </span>
        <span className="flex items-baseline gap-x-2 text-soft">
          {!onChanges && (
            <>
              <Term word="stretch" /> <StretchChoice open={open} />
            </>
          )}
          {page && <AboutPlace key={page.to} place={page.name} />}
        </span>
        <nav
          aria-label="Pages of this tune"
          className="ml-auto flex flex-wrap gap-1 max-sm:ml-0 max-sm:w-full max-sm:justify-between"
        >
          {PAGES.map(({ to, name }) => (
            <NavLink
              key={to}
              to={{ pathname: to, search }}
              className={({ isActive }) =>
                `inline-flex min-h-10 items-center rounded-full px-4 text-lg max-sm:px-3 max-sm:text-base ${isActive ? 'bg-ink text-on-ink' : 'hover:bg-chosen'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
      </div>
      {!onChanges && <FormStrip open={open} />}
      <Outlet context={open} />
    </>
  )
}
