'use client'

import Box from '@mui/material/Box'
import { useSnackbar } from 'notistack'
import { createContext, type ReactNode, useCallback, useContext, useEffect, useState } from 'react'
import { addPhoto, addPieces, firstPlace, newPhoto } from '@/core'
import { isDrawing, nameOfFile, takeInDrawing } from '@/store/newSheets'
import { messageFor } from './messages'
import { useTakePicture } from './takePicture'
import { useWorkbench } from './workbench'

type Take = (files: readonly File[]) => Promise<void>

const TakeContext = createContext<Take>(async () => {})

/** Takes files into the open sheet: pictures as photos, drawings as pieces. */
export function useTakeFiles(): Take {
	return useContext(TakeContext)
}

/** Files dropped or pasted anywhere on the editor come in; what cannot is said, file by file. */
export function FilesTaken({ children }: { children: ReactNode }) {
	const { open } = useWorkbench()
	const takePicture = useTakePicture()
	const { enqueueSnackbar } = useSnackbar()
	const [over, setOver] = useState(false)

	const take = useCallback<Take>(
		async (files) => {
			for (const file of files) {
				try {
					if (isDrawing(file)) {
						const { pieces, skipped } = await takeInDrawing(await file.text())
						open.apply('Bring a drawing in', (sheet) => addPieces(sheet, pieces))
						open.select({ piece: pieces[0]?.id ?? null, contour: null, nodes: new Set() })
						enqueueSnackbar(broughtIn(file.name, pieces.length, skipped))
					} else {
						const name = nameOfFile(file.name)
						const picture = await takePicture(file, name, `Bringing in “${file.name}”`)
						if (!picture) continue
						const photo = newPhoto(picture, firstPlace(open.sheet(), picture))
						open.apply('Bring a photo in', (sheet) => addPhoto(sheet, photo))
						open.select({ ...open.getState().selection, photo: photo.id })
					}
				} catch (error) {
					enqueueSnackbar(messageFor(error, file.name), {
						variant: 'error',
						autoHideDuration: 15_000,
					})
				}
			}
		},
		[open, takePicture, enqueueSnackbar],
	)

	useEffect(() => {
		const onPaste = (event: ClipboardEvent) => {
			if (event.target instanceof HTMLElement && event.target.closest('input, textarea')) return
			const files = [...(event.clipboardData?.files ?? [])]
			if (files.length > 0) void take(files)
		}
		window.addEventListener('paste', onPaste)
		return () => window.removeEventListener('paste', onPaste)
	}, [take])

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

function broughtIn(file: string, pieces: number, skipped: readonly string[]): string {
	const came = `“${file}”: ${pieces} ${pieces === 1 ? 'piece' : 'pieces'} brought in.`
	return skipped.length > 0 ? `${came} Left out: ${skipped.join(', ')}.` : came
}
