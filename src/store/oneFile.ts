/** A file that goes out. */
export interface OutFile {
	readonly name: string
	readonly blob: Blob
}

/** One file as it is, several in one that holds them; files of one name are told apart. */
export async function inOneFile(files: readonly OutFile[], stem: string): Promise<OutFile | null> {
	const [only, more] = files
	if (!only || !more) return only ?? null
	const { zipSync } = await import('fflate')
	const names = ownNames(files.map(({ name }) => name))
	const entries = await Promise.all(
		files.map(
			async ({ blob }, i) => [names[i] ?? '', new Uint8Array(await blob.arrayBuffer())] as const,
		),
	)
	const bytes = new Uint8Array(zipSync(Object.fromEntries(entries), { level: 6 }))
	return { name: `${stem}.zip`, blob: new Blob([bytes], { type: 'application/zip' }) }
}

/** File names of which each is another: `key.svg`, `key-2.svg`. */
export function ownNames(names: readonly string[]): string[] {
	const taken = new Set<string>()
	return names.map((name) => {
		const dot = name.includes('.') ? name.indexOf('.') : name.length
		let own = name
		for (let n = 2; taken.has(own.toLowerCase()); n++)
			own = `${name.slice(0, dot)}-${n}${name.slice(dot)}`
		taken.add(own.toLowerCase())
		return own
	})
}

/** A file that should hold everything and does not. */
export class NoArchive extends Error {
	constructor() {
		super('The file holds no sheets of Skiagram.')
		this.name = 'NoArchive'
	}
}
