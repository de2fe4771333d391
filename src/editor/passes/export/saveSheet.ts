import { sheetFormat, startingSettings } from '@/core'
import type { Workbench } from '@/editor/workbench/workbench'
import { fileWriter } from '@/jobs/exporting'
import { showSnack } from '@/kit/snackbar'
import { showFailed } from '@/kit/tryAgain'
import { saveMade } from '@/store/files'
import { sheetFile } from './outFiles'

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
		if (await saveMade(make, name, type, { again: sheet.id }))
			showSnack(`Saved as ${name}: the sheet with its photos. It opens here again.`)
	} catch (error) {
		showFailed(error, () => void saveSheet(workbench))
	}
}
