'use client'

import { useCallback } from 'react'
import type { Picture } from '@/core'
import type { Watch } from '@/jobs/endpoint'
import { showing } from '@/jobs/running'
import { showProblem } from '@/kit/snackbar'
import { fetchNewSheets } from './fetchNewSheets'
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
	const { running, library } = useWorkbench()
	return useCallback(
		async (source, name, what) => {
			try {
				return await showing(running, what, async (watch) => {
					const file = source instanceof File ? source : await source(watch)
					const { storedPicture } = await fetchNewSheets()
					return storedPicture(library, file, name, watch)
				})
			} catch (error) {
				const file = source instanceof File ? source.name : name
				showProblem(error, { file })
				return null
			}
		},
		[running, library],
	)
}
