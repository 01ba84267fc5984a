import { createBrowserRouter, Navigate } from 'react-router'
import { TunesPlace } from '../tunes/TunesPage.tsx'
import { Waiting } from '../ui/Notice.tsx'
import { Lost } from './NotFound.tsx'
import { Shell } from './Shell.tsx'

/** The places. All but the first are fetched when they are gone to. */
export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Lost />,
    hydrateFallbackElement: <Waiting what="Opening" />,
    children: [
      { index: true, element: <Navigate to="/tunes" replace /> },
      { path: 'tunes', element: <TunesPlace /> },
      {
        path: 'tunes/new',
        lazy: async () => ({ Component: (await import('../changes/NewTunePage.tsx')).NewTunePlace }),
      },
      {
        path: 'tunes/:tune',
        lazy: async () => ({ Component: (await import('./tune/TunePage.tsx')).TunePlace }),
        children: [
          { index: true, element: <Navigate to="map" replace /> },
          {
            path: 'changes',
            lazy: async () => ({ Component: (await import('../changes/ChangesPage.tsx')).ChangesPlace }),
          },
          { path: 'map', lazy: async () => ({ Component: (await import('../map/MapPage.tsx')).MapPlace }) },
          {
            path: 'line',
            lazy: async () => ({ Component: (await import('../line/LinePage.tsx')).LinePlace }),
          },
          {
            path: 'drills',
            lazy: async () => ({ Component: (await import('../drills/DrillsPage.tsx')).DrillsPlace }),
          },
        ],
      },
      { path: 'log', lazy: async () => ({ Component: (await import('../log/LogPage.tsx')).LogPlace }) },
      {
        path: 'setup',
        lazy: async () => ({ Component: (await import('../setup/SetupPage.tsx')).SetupPlace }),
      },
      { path: '*', element: <Lost /> },
    ],
  },
  {
    path: 'stage/:tune',
    errorElement: <Lost />,
    hydrateFallbackElement: <Waiting what="Opening" />,
    lazy: async () => ({ Component: (await import('../stage/StagePage.tsx')).StagePlace }),
  },
])
