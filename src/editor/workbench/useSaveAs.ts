'use client'

import { useCallback } from 'react'
import type { FormatSettings, TextFormat } from '@/core'
import { saveAs } from './saveAs'
import { useWorkbench } from './workbench'

/** Saves the sheet's artwork as a file where the user wants it. */
export function useSaveAs(): (format: TextFormat, settings?: FormatSettings) => Promise<void> {
	const { open } = useWorkbench()
	return useCallback((format, settings) => saveAs(open, format, settings), [open])
}
