import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { Provider } from 'react-redux'
import { RouterProvider } from 'react-router'
import { router } from './app/routes.tsx'
import { store } from './app/store.ts'
import { send } from './data/outbox.ts'
import './look/tokens.css'

void send(store.dispatch)
addEventListener('online', () => void send(store.dispatch))

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
)
