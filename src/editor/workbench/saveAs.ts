import { type FormatSettings, fileStem, startingSettings, svgFormat, type TextFormat } from '@/core'
import { saveFile } from '@/kit/files'
import { showProblem, showSnack } from '@/kit/snackbar'
import type { OpenSheet } from '@/store/openSheet'

/** Saves the sheet's artwork as a file where the user wants it. */
export async function saveAs(
	open: OpenSheet,
	format: TextFormat = svgFormat,
	settings: FormatSettings = startingSettings(format),
): Promise<void> {
	const sheet = open.sheet()
	try {
		const fileName = `${fileStem(sheet.name)}${format.extension}`
		if (await saveFile([await format.write(sheet, settings)], fileName, format.mimeType))
			showSnack(`Exported as ${fileName}.`)
	} catch (error) {
		showProblem(error)
	}
}
