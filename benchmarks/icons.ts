import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'

/** Path data of the icons of an openly licensed set, by name. */
export function iconPaths(): Map<string, string> {
	const require = createRequire(import.meta.url)
	const folder = join(dirname(require.resolve('bootstrap-icons/package.json')), 'icons')
	const names = readdirSync(folder).filter((name) => name.endsWith('.svg'))
	return new Map(
		names.map((name) => {
			const text = readFileSync(join(folder, name), 'utf8')
			return [name, [...text.matchAll(/ d="([^"]+)"/g)].map(([, d]) => d).join(' ')]
		}),
	)
}
