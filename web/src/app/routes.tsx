import { createBrowserRouter, Navigate } from 'react-router'
import { Waiting } from '../parts/Notice.tsx'
import { TunesPlace } from '../tunes/TunesPlace.tsx'
import { Lost } from './Lost.tsx'
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
        lazy: async () => ({ Component: (await import('../tunes/NewTunePlace.tsx')).NewTunePlace }),
      },
      {
        path: 'tunes/:tune',
        lazy: async () => ({ Component: (await import('../tune/TunePlace.tsx')).TunePlace }),
        children: [
          { index: true, element: <Navigate to="map" replace /> },
          {
            path: 'changes',
            lazy: async () => ({ Component: (await import('../changes/ChangesPlace.tsx')).ChangesPlace }),
          },
          { path: 'map', lazy: async () => ({ Component: (await import('../map/MapPlace.tsx')).MapPlace }) },
          {
            path: 'line',
            lazy: async () => ({ Component: (await import('../line/LinePlace.tsx')).LinePlace }),
          },
          {
            path: 'drills',
            lazy: async () => ({ Component: (await import('../drills/DrillsPlace.tsx')).DrillsPlace }),
          },
        ],
      },
      { path: 'log', lazy: async () => ({ Component: (await import('../log/LogPlace.tsx')).LogPlace }) },
      {
        path: 'setup',
        lazy: async () => ({ Component: (await import('../setup/SetupPlace.tsx')).SetupPlace }),
      },
      { path: '*', element: <Lost /> },
    ],
  },
  {
    path: 'stage/:tune',
    errorElement: <Lost />,
    hydrateFallbackElement: <Waiting what="Opening" />,
    lazy: async () => ({ Component: (await import('../stage/StagePlace.tsx')).StagePlace }),
  },
])
