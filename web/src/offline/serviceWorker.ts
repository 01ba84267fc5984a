import { clientsClaim } from 'workbox-core'
import { createHandlerBoundToURL, type PrecacheEntry, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst } from 'workbox-strategies'

/** Every file of the built application: vite.config.ts puts the list in the place of this name. */
declare const __APPLICATION_FILES__: readonly PrecacheEntry[]

/** A server that doesn't answer is away after this time: what was read last is shown. */
const AWAY_SECONDS = 15

/** Answers that are asked for to be as they are now, or to be saved as a file: none of them is kept. */
const NEVER_KEPT = /^\/api\/(backup|library|csv|regrading|demo)/

// The application itself: also without the server.
precacheAndRoute([...__APPLICATION_FILES__])
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }))

// The sounds of the band are kept when they are first heard.
registerRoute(({ url }) => url.pathname.startsWith('/sound/'), new CacheFirst({ cacheName: 'sound' }))

// What was read from the server stays readable while it is away.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/api/') && !NEVER_KEPT.test(url.pathname),
  new NetworkFirst({ cacheName: 'answers', networkTimeoutSeconds: AWAY_SECONDS }),
)

// A new version waits until the player asks for it: nothing changes under a page that is open.
addEventListener('message', ({ data }) => {
  if (data?.type === 'SKIP_WAITING')
    void (globalThis as unknown as { skipWaiting: () => Promise<void> }).skipWaiting()
})
clientsClaim()
