'use client'

import { useSnackbar } from 'notistack'
import { useCallback } from 'react'
import type { Picture } from '@/core'
import { storedPicture } from '@/store/newSheets'
import type { Watch } from '@/store/photoPixels'
import { runJob } from './jobs'
import { messageFor } from './messages'
import { useWorkbench } from './workbench'

/** A picture file, or what makes one in a while. */
type Source = File | ((watch: Watch) => Promise<Blob>)

/**
 * Takes a picture in while the desk shows how far that has come; what cannot be taken is said.
 * @returns a function to the stored picture, or to `null` where it was refused or called off
 */
export function useTakePicture(): (
	source: Source,
	name: string,
	what: string,
) => Promise<Picture | null> {
	const { desk, library } = useWorkbench()
	const { enqueueSnackbar } = useSnackbar()
	return useCallback(
		async (source, name, what) => {
			try {
				return await runJob(desk, what, async (watch) => {
					const file = source instanceof File ? source : await source(watch)
					return storedPicture(library, file, name, watch)
				})
			} catch (error) {
				const file = source instanceof File ? source.name : name
				enqueueSnackbar(messageFor(error, file), { variant: 'error', autoHideDuration: 15_000 })
				return null
			}
		},
		[desk, library, enqueueSnackbar],
	)
}
