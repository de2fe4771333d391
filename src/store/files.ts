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

/** The same for a file that is made while the user chooses; nothing is written where none comes of it. */
export async function saveMade(
	make: () => Promise<Blob | null>,
	fileName: string,
	mimeType: string,
): Promise<boolean> {
	const extension = fileName.slice(fileName.lastIndexOf('.'))
	const made = make().then((blob) => blob ?? Promise.reject(new DOMException('', 'AbortError')))
	// Whoever thinks better of it does not wait for it.
	made.catch(() => {})
	return unlessCancelled(() =>
		fileSave(made, { fileName, extensions: [extension], mimeTypes: [mimeType] }),
	)
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
