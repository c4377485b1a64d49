import { enable } from 'workbox-navigation-preload'
import { cleanupOutdatedCaches, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'

/** Keeps the application itself on this computer, so that it opens while the server is away. What it asks the server is not touched. */

declare const self: ServiceWorkerGlobalScope
/** The files of this version, named by what is in them; put in when it is built. */
declare const FILES: readonly string[]

/** Browsers that know this ask the server themselves for what never comes from here. */
interface Routed extends ExtendableEvent {
  addRoutes?(rule: { condition: { urlPattern: string }; source: 'network' }): Promise<void>
}

const PAGES = 'lamina-pages'
/** Every address of the application is this page. */
const PAGE = '/'
/** A server that takes longer is away, ms. */
const PATIENCE = 4000

self.addEventListener('install', (event: Routed) => {
  event.waitUntil(caches.open(PAGES).then((pages) => pages.add(PAGE)))
  event.waitUntil(
    event.addRoutes?.({ condition: { urlPattern: '/api/*' }, source: 'network' }) ?? Promise.resolve(),
  )
})
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
cleanupOutdatedCaches()
enable()
precacheAndRoute(FILES.map((url) => ({ url, revision: null })))

/** The page of the server, which is the newest; without it, the last one. */
registerRoute(
  new NavigationRoute(
    async ({ event, request }) => {
      const pages = await caches.open(PAGES)
      const kept = pages.match(PAGE)
      const asked = answerOf(event as FetchEvent, request).then(async (response) => {
        if (!response.ok) throw new Error(String(response.status))
        await pages.put(PAGE, response.clone())
        return response
      })
      const late = new Promise<undefined>((done) => setTimeout(done, PATIENCE))
      const first = await Promise.race([asked, late]).catch(() => undefined)
      return first ?? (await kept) ?? asked
    },
    { denylist: [/^\/api\//] },
  ),
)

async function answerOf({ preloadResponse }: FetchEvent, request: Request): Promise<Response> {
  return ((await preloadResponse) as Response | undefined) ?? fetch(request)
}
