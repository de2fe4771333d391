import { stat } from 'node:fs/promises'
import { join, normalize } from 'node:path'
import { type NextRequest, NextResponse } from 'next/server'
import { EVERYWHERE } from './headers'

/**
 * Gives each page a policy of its own: scripts run only where they carry this answer's nonce or come
 * with those that do, and nothing is fetched from elsewhere.
 */
export async function proxy(request: NextRequest): Promise<NextResponse> {
	if (!METHODS.has(request.method)) return refused(405, { Allow: [...METHODS].join(', ') })
	if (!canBeRead(request.nextUrl.pathname)) return refused(400)
	if (isFile(request)) return (await beyondItsEnd(request)) ?? NextResponse.next()
	const nonce = btoa(crypto.randomUUID())
	const policy = policyWith(nonce)
	const headers = new Headers(request.headers)
	headers.set('x-nonce', nonce)
	// Next reads the nonce of its own scripts from here.
	headers.set('Content-Security-Policy', policy)
	const response = NextResponse.next({ request: { headers } })
	response.headers.set('Content-Security-Policy', policy)
	return response
}

/** What is asked for otherwise is nothing that the server does. */
const METHODS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'POST', 'OPTIONS'])

const refused = (status: number, headers: Record<string, string> = {}) =>
	new NextResponse(null, { status, headers: { ...EVERYWHERE, ...headers } })

/** Whether an address' percent signs stand for characters. */
function canBeRead(pathname: string): boolean {
	try {
		decodeURIComponent(pathname)
		return true
	} catch {
		return false
	}
}

function policyWith(nonce: string): string {
	// The development server compiles in the page; what is built never does.
	const develops = process.env.NODE_ENV === 'development'
	return [
		"default-src 'self'",
		`script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${develops ? " 'unsafe-eval'" : ''}`,
		"worker-src 'self' blob:",
		"style-src 'self' 'unsafe-inline'",
		"img-src 'self' blob: data:",
		"font-src 'self'",
		"connect-src 'self' blob:",
		"object-src 'none'",
		"base-uri 'none'",
		"form-action 'none'",
		"frame-ancestors 'none'",
	].join('; ')
}

/** Where files that are served as they are lie in the project. */
const FOLDERS = [
	{ under: '/_next/static/', folder: '.next/static' },
	{ under: '/photos/', folder: 'public/photos' },
]

function folderOf({ nextUrl }: NextRequest) {
	return FOLDERS.find(({ under }) => nextUrl.pathname.startsWith(under))
}

function isFile(request: NextRequest): boolean {
	return folderOf(request) !== undefined
}

/** The answer to a request for a part of a file that lies beyond its end (RFC 9110, section 14.4). */
async function beyondItsEnd(request: NextRequest): Promise<NextResponse | undefined> {
	const place = folderOf(request)
	const [, start] = /^bytes=(\d+)-\d*$/.exec(request.headers.get('range') ?? '') ?? []
	const name = normalize(decodeURIComponent(request.nextUrl.pathname.slice(place?.under.length)))
	if (!place || start === undefined || name.startsWith('..')) return undefined
	const file = await stat(
		join(/* turbopackIgnore: true */ process.cwd(), place.folder, name),
	).catch(() => null)
	if (!file?.isFile() || Number(start) < file.size) return undefined
	return refused(416, { 'Content-Range': `bytes */${file.size}` })
}

export const config = {
	// Files have their headers from the configuration; only where a part of one is asked for are they looked at.
	matcher: [
		{ source: '/((?!_next/static|photos/|icons/|icon.svg|offline|manifest.webmanifest).*)' },
		{ source: '/(_next/static|photos)/:path*', has: [{ type: 'header', key: 'range' }] },
	],
}
