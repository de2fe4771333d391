import { mayBeNeeded } from './ahead'

/** What asks the browser for files comes with the first file asked for, or ahead. */
const fetchAccess = mayBeNeeded(() => import('browser-fs-access'))

/** Lets the user choose where a file goes; resolves to false where they thought better of it. */
export async function saveFile(
	parts: readonly BlobPart[],
	fileName: string,
	mimeType: string,
): Promise<boolean> {
	const extension = fileName.slice(fileName.lastIndexOf('.'))
	return unlessCancelled(async () =>
		(await fetchAccess()).fileSave(new Blob([...parts], { type: mimeType }), {
			fileName,
			extensions: [extension],
			mimeTypes: [mimeType],
		}),
	)
}

/** Where something goes again unasked, once it was chosen; what the browser lets nobody keep is asked anew. */
export interface Again {
	place(): Promise<FileSystemFileHandle | null>
	keep(place: FileSystemFileHandle): Promise<unknown>
}

/**
 * The same for a file that is made while the user chooses; nothing is written where none comes of it.
 * @param again the next time it goes to the same file, where the browser lets it
 */
export async function saveMade(
	make: () => Promise<Blob | null>,
	fileName: string,
	mimeType: string,
	again?: Again,
): Promise<boolean> {
	const extension = fileName.slice(fileName.lastIndexOf('.'))
	const made = make().then((blob) => blob ?? Promise.reject(new DOMException('', 'AbortError')))
	// Whoever thinks better of it does not wait for it.
	made.catch(() => {})
	return unlessCancelled(async () => {
		const o = { fileName, extensions: [extension], mimeTypes: [mimeType] }
		const known = await again?.place().catch(() => null)
		// A file that was moved meanwhile is asked for anew.
		const { fileSave } = await fetchAccess()
		const place = await fileSave(made, o, known ?? null, false)
		if (place) await again?.keep(place).catch(() => {})
	})
}

/** Lets the user choose files; none where they thought better of it. */
export async function chooseFiles(o: {
	description: string
	extensions: string[]
	mimeTypes: string[]
}): Promise<File[]> {
	let chosen: File[] = []
	await unlessCancelled(async () => {
		const { fileOpen } = await fetchAccess()
		chosen = await fileOpen({ ...o, multiple: true })
	})
	return chosen
}

async function unlessCancelled(work: () => Promise<unknown>): Promise<boolean> {
	try {
		await work()
		return true
	} catch (error) {
		if (error instanceof DOMException && error.name === 'AbortError') return false
		throw error
	}
}
