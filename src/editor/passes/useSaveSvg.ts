'use client'

import { useSnackbar } from 'notistack'
import { useCallback } from 'react'
import { formatSvg } from '@/core'
import { saveText } from '@/store/files'
import { messageFor } from '../messages'
import { useWorkbench } from '../workbench'

/** Saves the sheet's artwork as an SVG file where the user wants it. */
export function useSaveSvg(): (digits?: number) => Promise<void> {
	const { open } = useWorkbench()
	const { enqueueSnackbar } = useSnackbar()
	return useCallback(
		async (digits = 3) => {
			const sheet = open.sheet()
			try {
				const fileName = `${fileStem(sheet.name)}.svg`
				if (await saveText(formatSvg(sheet, { digits }), fileName, 'image/svg+xml')) {
					enqueueSnackbar(`Exported as ${fileName}.`)
				}
			} catch (error) {
				enqueueSnackbar(messageFor(error), { variant: 'error' })
			}
		},
		[open, enqueueSnackbar],
	)
}

function fileStem(name: string): string {
	return (
		name
			.replace(/[\\/:*?"<>|]+/g, ' ')
			.trim()
			.replace(/\s+/g, '-')
			.toLowerCase() || 'sheet'
	)
}
