import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { Provider } from 'react-redux'
import { RouterProvider } from 'react-router'
import { router } from './app/routes.tsx'
import { api } from './data/api.ts'
import { followTabs, resumeSending, sendPending } from './data/outbox.ts'
import { claimTab } from './data/tab.ts'
import { startOffline } from './offline/newVersion.ts'
import { store } from './store/store.ts'
import './ui/tokens.css'

// Requested first, so that the first page doesn't wait for one answer after the other.
void store.dispatch(api.endpoints.settings.initiate())
void store.dispatch(api.endpoints.tunes.initiate())
followTabs(store.dispatch)
void claimTab().then(() => resumeSending(store.dispatch))
addEventListener('online', () => void sendPending(store.dispatch))

addEventListener('load', startOffline)

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
)
