import { fileOpen, fileSave } from 'browser-fs-access'

/** Lets the user choose where a file goes; resolves to false where they thought better of it. */
export async function saveFile(
	parts: readonly BlobPart[],
	fileName: string,
	mimeType: string,
): Promise<boolean> {
	const extension = fileName.slice(fileName.lastIndexOf('.'))
	return unlessCancelled(() =>
		fileSave(new Blob([...parts], { type: mimeType }), {
			fileName,
			extensions: [extension],
			mimeTypes: [mimeType],
		}),
	)
}

/** Files that were saved to while this page is open, by what was saved: it goes there again unasked. */
const places = new Map<string, FileSystemFileHandle>()

/**
 * The same for a file that is made while the user chooses; nothing is written where none comes of it.
 * @param o.again what is saved: the next time it goes to the same file, where the browser lets it
 */
export async function saveMade(
	make: () => Promise<Blob | null>,
	fileName: string,
	mimeType: string,
	{ again }: { readonly again?: string } = {},
): Promise<boolean> {
	const extension = fileName.slice(fileName.lastIndexOf('.'))
	const known = again === undefined ? undefined : places.get(again)
	const made = make().then((blob) => blob ?? Promise.reject(new DOMException('', 'AbortError')))
	// Whoever thinks better of it does not wait for it.
	made.catch(() => {})
	return unlessCancelled(async () => {
		const o = { fileName, extensions: [extension], mimeTypes: [mimeType] }
		// A file that was moved meanwhile is asked for anew.
		const place = await fileSave(made, o, known ?? null, false)
		if (again !== undefined && place) places.set(again, place)
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
