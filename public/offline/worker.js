// @ts-check
/// <reference lib="webworker" />
/**
 * Keeps the built application and its samples in the browser, so that Skiagram starts and works with the server
 * gone. `/offline.js` says which build it is and what belongs to it, and then takes this in.
 */
const scope = /** @type {ServiceWorkerGlobalScope} */ (/** @type {unknown} */ (self))
/** @type {{ version: string, files: string[], pages: string[], anyId: string }} */
const { version, files, pages, anyId } = Reflect.get(scope, 'SKIAGRAM_BUILD')

const NAME = 'skiagram '
const CACHE = NAME + version
/** Builds that are kept: tabs that are open may be of the one before. */
const BUILDS = 2
/** A server that does not answer a page for so long is taken to be gone, ms. */
const PATIENCE_MS = 4000
/** Files are fetched so many at a time: what the page asks for meanwhile comes first. */
const AT_A_TIME = 3

scope.addEventListener('install', (event) => event.waitUntil(keepAll()))
scope.addEventListener('activate', (event) => event.waitUntil(takeOver()))
// Pages ask which build the server has now, of one that is ready but waits to take over, too.
scope.addEventListener('message', ({ source }) => source?.postMessage({ version }))
scope.addEventListener('fetch', (event) => {
	const { request } = event
	const { origin, pathname } = new URL(request.url)
	if (request.method !== 'GET' || origin !== scope.location.origin) return
	if (request.mode === 'navigate') event.respondWith(page(request))
	else if (isFile(pathname) && !request.headers.has('range')) event.respondWith(file(request))
})

/** @param {string} pathname */
function isFile(pathname) {
	return pathname.startsWith('/_next/static/') || files.includes(pathname)
}

/** Fetches what belongs to this build; what another build left with the same name is the same. */
async function keepAll() {
	const cache = await caches.open(CACHE)
	const left = [...files]
	const next = async () => {
		for (let name = left.pop(); name !== undefined; name = left.pop()) {
			const known = name.startsWith('/_next/static/') ? await caches.match(name) : undefined
			if (known) await cache.put(name, known)
			else await cache.add(new Request(name))
		}
	}
	await Promise.all(Array.from({ length: AT_A_TIME }, next))
	await cache.addAll(pages.map((name) => new Request(name, { cache: 'reload' })))
	await scope.skipWaiting()
}

/** Serves the open tabs too. */
async function takeOver() {
	const names = (await caches.keys()).filter((name) => name.startsWith(NAME))
	const old = names.filter((name) => name !== CACHE).slice(0, 1 - BUILDS)
	await Promise.all(old.map((name) => caches.delete(name)))
	await scope.clients.claim()
}

/**
 * A file by its name, which changes with what is in it: as it is kept, else from the server.
 * @param {Request} request
 */
async function file(request) {
	const kept = await caches.match(request, { ignoreSearch: true })
	// Made anew it has the address that was asked for: workers read what they are to do from that.
	return kept ? new Response(kept.body, { headers: kept.headers }) : fetch(request)
}

/**
 * A page as the server has it, or, where that is gone, as it is kept.
 * @param {Request} request
 */
async function page(request) {
	const controller = new AbortController()
	const timer = setTimeout(() => controller.abort(), PATIENCE_MS)
	try {
		const response = await fetch(request, { signal: controller.signal })
		if (response.status < 500) return response
	} catch {
		// The server is gone.
	} finally {
		clearTimeout(timer)
	}
	return (await keptPage(new URL(request.url).pathname)) ?? Response.error()
}

/**
 * The page of any sheet is kept once, with an id that stands for any.
 * @param {string} pathname
 */
async function keptPage(pathname) {
	const cache = await caches.open(CACHE)
	const [, id] = /^\/sheet\/([\w-]+)$/.exec(pathname) ?? []
	const kept = await cache.match(id === undefined ? pathname : `/sheet/${anyId}`)
	if (!kept || id === undefined) return kept
	const text = (await kept.text()).replaceAll(anyId, id)
	return new Response(text, { headers: kept.headers })
}
