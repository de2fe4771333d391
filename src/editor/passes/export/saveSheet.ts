import { sheetFormat, startingSettings } from '@/core'
import type { Workbench } from '@/editor/workbench/workbench'
import { fileWriter } from '@/jobs/exporting'
import { saveMade } from '@/kit/files'
import { sheetFile } from '@/kit/outFiles'
import { showSnack } from '@/kit/snackbar'
import { showFailed } from '@/kit/tryAgain'

/** Saves the sheet with everything on it, its photos too, as a file that opens here again. */
export async function saveSheet(workbench: Workbench): Promise<void> {
	const { open, library } = workbench
	const sheet = open.sheet()
	const { name, type, make } = sheetFile(sheet, startingSettings(sheetFormat), {
		whole: fileWriter.whole,
		photoOf: async (blob) => (await library.photo(blob))?.blob,
	})
	try {
		// Where it goes is asked first: making it may take longer than the browser lets one ask.
		const again = {
			place: () => library.place(sheet.id),
			keep: (place: FileSystemFileHandle) => library.keepPlace(sheet.id, place),
		}
		if (await saveMade(make, name, type, again))
			showSnack(`Saved as ${name}: the sheet with its photos. It opens here again.`)
	} catch (error) {
		showFailed(error, () => void saveSheet(workbench))
	}
}
