/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core'
import { registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst } from 'workbox-strategies'
import { blockCache, isKept, programCache } from '../device/offline'

declare const self: ServiceWorkerGlobalScope

/** An open block reloads without network; nothing else of the house is kept on the device. */
void self.skipWaiting()
clientsClaim()

/** Design choice: so long is the kennel waited for before what is kept here is shown, seconds. */
const patience = 4

/** What was made after signing in is kept; the door it was sent to instead is not. */
const ownPage = {
  cacheWillUpdate: ({ response }: { response: Response }) =>
    Promise.resolve(response.status === 200 && !response.redirected ? response : null),
}

registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && isKept(url.pathname),
  new NetworkFirst({ cacheName: blockCache, networkTimeoutSeconds: patience, plugins: [ownPage] }),
)
// The files of the program carry their content in their names and never change.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
  new CacheFirst({ cacheName: programCache, plugins: [ownPage] }),
)
