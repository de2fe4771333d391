'use client'

import { useCallback } from 'react'
import { type Format, type FormatSettings, startingSettings } from '@/core'
import { showProblem, showSnack } from '@/kit/snackbar'
import { fileStem, saveFile } from '@/store/files'
import { useWorkbench } from './workbench'

/** Saves the sheet's artwork as a file where the user wants it. */
export function useSaveAs(): (format: Format, settings?: FormatSettings) => Promise<void> {
	const { open } = useWorkbench()
	return useCallback(
		async (format, settings = startingSettings(format)) => {
			const sheet = open.sheet()
			try {
				const fileName = `${fileStem(sheet.name)}${format.extension}`
				if (await saveFile(format.write(sheet, settings), fileName, format.mimeType))
					showSnack(`Exported as ${fileName}.`)
			} catch (error) {
				showProblem(error)
			}
		},
		[open],
	)
}
