import { aheadIn } from './ahead'
import { SkiagramDatabase } from './database'
import { createLibrary, type Library } from './library'

let library: Library | null = null

/** The library kept in this browser. */
export function browserLibrary(): Library {
	library ??= createLibrary(
		new SkiagramDatabase(),
		aheadIn(() => window.localStorage),
	)
	return library
}
