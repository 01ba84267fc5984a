import { Workbox } from 'workbox-window'
import { externalStore } from '../store/externalStore.ts'

/** How to change to a new version of the application; undefined while there is none. */
export const newVersion = externalStore<(() => void) | undefined>(undefined)

/** Keeps the application in the browser, so that it opens without the server, and looks for new versions of it. */
export const startOffline = (): void => {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return
  const worker = new Workbox('/sw.js')
  worker.addEventListener('waiting', () =>
    newVersion.set(() => {
      worker.addEventListener('controlling', () => location.reload())
      worker.messageSkipWaiting()
    }),
  )
  // A browser that refuses it works as before, with the server.
  void worker.register().catch(() => undefined)
}
