'use client'

import Box from '@mui/material/Box'
import { createContext, type ReactNode, useCallback, useContext, useEffect, useState } from 'react'
import { addPhoto, firstPlace, newPhoto } from '@/core'
import { showing } from '@/jobs/running'
import { showProblem, showSnack } from '@/kit/snackbar'
import { isDrawing, nameOfFile } from '@/store/fileNames'
import { bindClipboard } from './bindClipboard'
import { fetchNewSheets } from './fetchNewSheets'
import { useTakePicture } from './takePicture'
import { useWorkbench } from './workbench'

const READ_ONLY =
	'This sheet is being worked on in another tab, so nothing can be brought in here. Take the sheet over first.'

type Take = (files: readonly File[]) => Promise<void>

const TakeContext = createContext<Take>(async () => {})

/** Takes files into the open sheet: pictures as photos, drawings as pieces. */
export function useTakeFiles(): Take {
	return useContext(TakeContext)
}

/** Files dropped or pasted anywhere on the editor come in; what cannot is said, file by file. */
export function FilesTaken({ children }: { children: ReactNode }) {
	const workbench = useWorkbench()
	const { open, running, library } = workbench
	const takePicture = useTakePicture()
	const [over, setOver] = useState(false)

	const take = useCallback<Take>(
		async (files) => {
			if (open.getState().readOnly) {
				showSnack(READ_ONLY, { variant: 'warning', autoHideDuration: 10_000 })
				return
			}
			for (const file of files) {
				try {
					if (isDrawing(file)) {
						const what = `Reading “${file.name}”`
						const { drawingFor } = await fetchNewSheets()
						const read = await showing(running, what, (watch) => drawingFor(library, file, watch))
						if (!read) continue
						open.takeIn('Bring a drawing in', read)
						open.select({ piece: read.pieces[0]?.id ?? null, contour: null, nodes: new Set() })
						showSnack(read.says)
					} else {
						const name = nameOfFile(file.name)
						const picture = await takePicture(file, name, `Bringing in “${file.name}”`)
						if (!picture) continue
						const photo = newPhoto(picture, firstPlace(open.sheet(), picture))
						open.apply('Bring a photo in', (sheet) => addPhoto(sheet, photo))
						open.select({ ...open.getState().selection, photo: photo.id })
					}
				} catch (error) {
					showProblem(error, { file: file.name })
				}
			}
		},
		[open, running, library, takePicture],
	)

	useEffect(() => {
		const onPaste = (event: ClipboardEvent) => {
			if (event.target instanceof HTMLElement && event.target.closest('input, textarea')) return
			const files = [...(event.clipboardData?.files ?? [])]
			if (files.length > 0) void take(files)
		}
		const bound = new AbortController()
		window.addEventListener('paste', onPaste, { signal: bound.signal })
		const unbind = bindClipboard(workbench, (file) => void take([file]))
		return () => {
			bound.abort()
			unbind()
		}
	}, [take, workbench])

	return (
		<TakeContext value={take}>
			<Box
				onDragOver={(event) => {
					if (!event.dataTransfer.types.includes('Files')) return
					event.preventDefault()
					setOver(true)
				}}
				onDragLeave={(event) => {
					if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false)
				}}
				onDrop={(event) => {
					event.preventDefault()
					setOver(false)
					void take([...event.dataTransfer.files])
				}}
				sx={
					over
						? { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: '-3px' }
						: null
				}
			>
				{children}
			</Box>
		</TakeContext>
	)
}
