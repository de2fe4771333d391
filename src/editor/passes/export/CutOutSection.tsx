'use client'

import ContentCopyRounded from '@mui/icons-material/ContentCopyRounded'
import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useMemo, useState } from 'react'
import { fileStem, type Piece } from '@/core'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { told, useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { type CutOutWish, cutOutOf, previewCutOut } from '@/jobs/cuttingOut'
import { MAX_PICTURE_PX } from '@/jobs/rasterise'
import { BlobPicture } from '@/kit/BlobPicture'
import { CardFoot } from '@/kit/CardFoot'
import { saveFile } from '@/kit/files'
import { NumberField } from '@/kit/NumberField'
import { showSnack } from '@/kit/snackbar'
import { chosenPieces } from '@/store/selection'
import { CutOutSettings } from '../cutOut/CutOutSettings'
import { cutOutSlice } from '../cutOut/cutOutSlice'
import { clipText, cutOutAsked, NOTHING_TO_CUT_OUT } from '../cutOut/cutOutWish'
import { exportSlice } from './exportSlice'

const PAUSE_MS = 200
/** The preview is made from so many pixels of the photo. */
const PREVIEW_PX = 400_000

/** At the photo's own pixels. */
const WHOLE = { most: Number.POSITIVE_INFINITY, as: 'picture', type: 'image/png' } as const

/** The photo clipped by the pieces: its edge, what lies behind it, and its shadow there. */
export function CutOutSection() {
	const { open, slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((now) => now.selection)
	const what = useSlice(exportSlice, (now) => now.what)
	const state = useSlice(cutOutSlice, (now) => now)
	const pyramids = useSlice(darkroomSlice, (now) => now.pyramids)
	const [before, setBefore] = useState(false)
	const pieces = useMemo((): readonly Piece[] => {
		const chosen = chosenPieces(selection)
		const some = what === 'chosen' && chosen.size > 0
		return sheet.pieces.filter(({ hidden, id }) => (some ? chosen.has(id) : !hidden))
	}, [sheet, selection, what])
	// biome-ignore lint/correctness/useExhaustiveDependencies: a photo that was opened meanwhile is asked anew
	const asked = useMemo(() => {
		const now = before ? { ...state, clean: false } : state
		return cutOutAsked(sheet, pieces, now, slices, {
			most: PREVIEW_PX,
			as: 'picture',
			type: 'image/png',
		})
	}, [sheet, pieces, state, before, slices, pyramids])
	// biome-ignore lint/correctness/useExhaustiveDependencies: a photo that was opened meanwhile is asked anew
	const full = useMemo(
		() => cutOutAsked(sheet, pieces, state, slices, WHOLE),
		[sheet, pieces, state, slices, pyramids],
	)
	const ask = useCallback(
		() => (asked ? previewCutOut(asked.photo.picture, asked.wish) : Promise.resolve(null)),
		[asked],
	)
	const preview = useAnswer(asked ? ask : null, PAUSE_MS)
	if (!asked || !full)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				{NOTHING_TO_CUT_OUT}
			</Typography>
		)
	const save = async (as: CutOutWish['as'], type: CutOutWish['type']) => {
		const { photo, wish } = full
		const { width } = state
		const made = { ...wish, as, type, ...(width !== null && { width }) }
		const blob = await told(cutOutOf(photo.picture, made))
		const name = `${fileStem(sheet.name)}-${as === 'mask' ? 'mask' : 'cut-out'}.${type === 'image/png' ? 'png' : 'webp'}`
		if (blob && (await told(saveFile([blob], name, type)))) showSnack(`Exported as ${name}.`)
	}
	const copy = async (as: 'css' | 'svg') => {
		await told(navigator.clipboard.writeText(clipText(open.sheet(), pieces, as)))
		showSnack(`The clip path is on the clipboard, as ${as === 'css' ? 'CSS' : 'SVG'}.`)
	}
	return (
		<>
			<BlobPicture blob={preview} alt="The cut-out" height={200} />
			<CutOutSettings />
			{state.clean && (
				<Button
					size="small"
					onPointerDown={() => setBefore(true)}
					onPointerUp={() => setBefore(false)}
					onPointerLeave={() => setBefore(false)}
					onKeyDown={(event) => event.key === ' ' && setBefore(true)}
					onKeyUp={() => setBefore(false)}
					sx={{ justifySelf: 'start' }}
				>
					Hold: colours as in the photo
				</Button>
			)}
			<OutWidth
				own={full.wish.part}
				width={state.width}
				onChange={(width) => slices.of(cutOutSlice).setState({ width })}
			/>
			<CardFoot>
				<Button
					variant="contained"
					startIcon={<FileDownloadOutlined />}
					onClick={() => void save('picture', 'image/png')}
				>
					Save as PNG
				</Button>
			</CardFoot>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
				<Button variant="outlined" onClick={() => void save('picture', 'image/webp')}>
					Save as WebP
				</Button>
				<Button variant="outlined" onClick={() => void save('mask', 'image/png')}>
					Save the mask
				</Button>
			</Box>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				To the clipboard, as what a web page clips by:
			</Typography>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
				<Button startIcon={<ContentCopyRounded />} color="inherit" onClick={() => void copy('css')}>
					Copy CSS
				</Button>
				<Button startIcon={<ContentCopyRounded />} color="inherit" onClick={() => void copy('svg')}>
					Copy SVG
				</Button>
			</Box>
		</>
	)
}

/** How large the cut-out goes out: its width or its height, the other goes along. */
function OutWidth({
	own,
	width,
	onChange,
}: {
	/** Its size at the photo's own pixels. */
	own: { readonly width: number; readonly height: number }
	width: number | null
	onChange: (width: number | null) => void
}) {
	const now = width ?? own.width
	const share = own.height / own.width
	const most = MAX_PICTURE_PX / Math.max(1, share)
	const give = (next: number) => onChange(Math.round(Math.min(most, Math.max(1, next))))
	return (
		<>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
				<NumberField
					label="Width"
					unit="px"
					value={now}
					digits={0}
					onChange={(next) => give(next(now))}
				/>
				<NumberField
					label="Height"
					unit="px"
					value={now * share}
					digits={0}
					onChange={(next) => give(next(now * share) / share)}
				/>
			</Box>
			{width === null ? (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					One pixel for each of the photo.
				</Typography>
			) : (
				<Button size="small" sx={{ justifySelf: 'start' }} onClick={() => onChange(null)}>
					At the photo’s own pixels
				</Button>
			)}
		</>
	)
}
