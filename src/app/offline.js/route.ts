import { readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { BUILD } from '@/build'

// What belongs to the build is looked up where it lies.
export const dynamic = 'force-dynamic'

/** Stands for any sheet's id in the page that is kept for all of them. */
const ANY_ID = 'any-sheet-of-this-browser'

/** Folders whose files are kept in the browser: where they lie, and under what address. */
const FOLDERS = [
	{ folder: '.next/static', under: '/_next/static' },
	{ folder: 'public/photos', under: '/photos' },
	{ folder: 'public/icons', under: '/icons' },
]

/** The service worker: which build this is, what belongs to it, and what keeps it. */
export async function GET(): Promise<Response> {
	const files = await Promise.all(FOLDERS.map(filesOf))
	const build = {
		version: BUILD,
		files: [...files.flat(), '/icon.svg', '/manifest.webmanifest'],
		pages: ['/', '/practice', `/sheet/${ANY_ID}`],
		anyId: ANY_ID,
	}
	const script = `self.SKIAGRAM_BUILD = ${JSON.stringify(build)}\nimportScripts('/offline/worker.js')\n`
	return new Response(script, {
		headers: { 'Content-Type': 'text/javascript; charset=utf-8', 'Cache-Control': 'no-cache' },
	})
}

async function filesOf({ folder, under }: (typeof FOLDERS)[number]): Promise<string[]> {
	const top = join(/* turbopackIgnore: true */ process.cwd(), folder)
	const found = await readdir(top, { recursive: true, withFileTypes: true })
	return found
		.filter((file) => file.isFile() && !/\.(map|ts)$/.test(file.name))
		.map(
			(file) =>
				`${under}${join(file.parentPath, file.name).slice(top.length).replaceAll('\\', '/')}`,
		)
		.sort()
}
