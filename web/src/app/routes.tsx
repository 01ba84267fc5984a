import { createBrowserRouter, Navigate, type RouteObject } from 'react-router'
import { Waiting } from '../ui/Notice.tsx'
import { NotFound } from './NotFound.tsx'
import { PageError } from './PageError.tsx'
import { Shell } from './Shell.tsx'
import { WithHelp } from './WithHelp.tsx'

/** The pages: each is loaded when it is opened. */
const PAGES: RouteObject[] = [
  {
    element: <Shell />,
    errorElement: <PageError />,
    hydrateFallbackElement: <Waiting what="Opening" />,
    children: [
      { index: true, element: <Navigate to="/today" replace /> },
      {
        path: 'today',
        lazy: async () => ({ Component: (await import('../today/TodayPage.tsx')).TodayPage }),
      },
      {
        path: 'tunes',
        lazy: async () => ({ Component: (await import('../tunes/TunesPage.tsx')).TunesPage }),
      },
      {
        path: 'tunes/new',
        lazy: async () => ({ Component: (await import('../changes/NewTunePage.tsx')).NewTunePage }),
      },
      {
        path: 'tunes/:tune',
        lazy: async () => ({ Component: (await import('./tune/TunePage.tsx')).TunePage }),
        children: [
          { index: true, element: <Navigate to="map" replace /> },
          {
            path: 'changes',
            lazy: async () => ({ Component: (await import('../changes/ChangesPage.tsx')).ChangesPage }),
          },
          { path: 'map', lazy: async () => ({ Component: (await import('../map/MapPage.tsx')).MapPage }) },
          {
            path: 'line',
            lazy: async () => ({ Component: (await import('../line/LinePage.tsx')).LinePage }),
          },
          {
            path: 'drills',
            lazy: async () => ({ Component: (await import('../drills/DrillsPage.tsx')).DrillsPage }),
          },
        ],
      },
      {
        path: 'vocabulary/:phrase?',
        lazy: async () => ({ Component: (await import('../vocabulary/VocabularyPage.tsx')).VocabularyPage }),
      },
      { path: 'log', lazy: async () => ({ Component: (await import('../log/LogPage.tsx')).LogPage }) },
      { path: 'log/:run', lazy: async () => ({ Component: (await import('../log/RunPage.tsx')).RunPage }) },
      {
        path: 'setup',
        lazy: async () => ({ Component: (await import('../setup/SetupPage.tsx')).SetupPage }),
      },
      { path: '*', element: <NotFound /> },
    ],
  },
  {
    path: 'stage/:tune',
    errorElement: <PageError />,
    hydrateFallbackElement: <Waiting what="Opening" />,
    lazy: async () => ({ Component: (await import('../stage/StagePage.tsx')).StagePage }),
  },
]

export const router = createBrowserRouter([
  { element: <WithHelp />, errorElement: <PageError />, children: PAGES },
])
