import { useEffect, useMemo } from 'react'
import {
	coloursUsed,
	type PaintChange,
	type PaintOf,
	type Piece,
	paintEach,
	paintPieces,
	piecesBox,
	type Sheet,
} from '@/core'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { pictureOf } from '@/editor/session/photoPicture'
import type { Slices } from '@/editor/session/slices'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { paletteOf } from '@/jobs/colouring'
import { useChosenPieces } from '../chosen'
import { colourSlice } from './colourSlice'
import type { Make } from './PaintFields'

/** So many colours of a photo are offered, and of a sheet at most. */
const PHOTO_COLOURS = 10
const SHEET_COLOURS = 20
/** So many are remembered that pieces were given. */
const LATE_COLOURS = 16

/** The pieces that are painted, and the ways to paint them. */
export interface Paints {
	readonly pieces: readonly Piece[]
	readonly swatches: readonly { readonly of: string; readonly colours: readonly string[] }[]
	readonly readOnly: boolean
	/** @param key what is one step with it, until `rest` */
	paint(label: string, change: PaintChange, key: string): void
	/** Like it, each piece's own paint made anew. */
	each(of: PaintOf, make: Make): void
	rest(): void
}

export function usePaints(): Paints {
	const { open, slices, refresh } = useWorkbench()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const pieces = useChosenPieces()
	const swatches = useSwatches()
	return {
		pieces,
		swatches,
		readOnly,
		paint: (label, change, key) => {
			const ids = new Set(pieces.map(({ id }) => id))
			open.apply(label, (s) => paintPieces(s, ids, change), key)
			refresh()
		},
		each: (of, make) => {
			const ids = new Set(pieces.map(({ id }) => id))
			open.apply(
				`Change the ${of}`,
				(s) => paintEach(s, ids, of, (before, piece) => make(before, piecesBox([piece]))),
				of,
			)
			refresh()
		},
		rest: () => {
			open.seal()
			noteColours(open.sheet(), pieces, slices)
		},
	}
}

/** The colours that pieces have come to, before others that were given lately. */
function noteColours(sheet: Sheet, pieces: readonly Piece[], slices: Slices): void {
	const ids = new Set(pieces.map(({ id }) => id))
	const now = coloursUsed(sheet.pieces.filter(({ id }) => ids.has(id)))
	slices.of(colourSlice).setState(({ lately }) => ({
		lately: [...new Set([...now, ...lately])].slice(0, LATE_COLOURS),
	}))
}

/** The sheet's own colours, those it had lately, and the photo's. */
export function useSwatches(): Paints['swatches'] {
	const sheet = useSheetAtRest()
	const photo = usePhotoPalette()
	const lately = useSlice(colourSlice, (state) => state.lately)
	return useMemo(() => {
		const own = coloursUsed(sheet.pieces).slice(0, SHEET_COLOURS)
		return [
			{ of: 'This sheet', colours: own },
			{ of: 'Lately', colours: lately.filter((colour) => !own.includes(colour)) },
			{ of: 'The photo', colours: photo },
		]
	}, [sheet, photo, lately])
}

/** The colours that the topmost photo consists of; none until they are known. */
function usePhotoPalette(): readonly string[] {
	const { open, slices } = useWorkbench()
	const sheet = useSheetAtRest()
	// A photo that has just been opened is asked for its colours then.
	const pyramids = useSlice(darkroomSlice, (state) => state.pyramids)
	const palette = useSlice(colourSlice, (state) => state.palette)
	const shown = sheet.photos.findLast(({ hidden }) => !hidden)
	const blob = shown?.blob
	const there = blob !== undefined && Boolean(pyramids.get(blob))
	useEffect(() => {
		const colour = slices.of(colourSlice)
		if (!there || blob === undefined || colour.getState().palette?.blob === blob) return
		const placed = open.sheet().photos.find((one) => one.blob === blob)
		const photo = placed && pictureOf(placed, slices)
		if (!photo) return
		paletteOf(photo.picture, PHOTO_COLOURS).then(
			(found) => colour.setState({ palette: { blob, colours: found.map((one) => one.colour) } }),
			// Without them there are only fewer swatches.
			() => {},
		)
	}, [there, blob, open, slices])
	return palette && palette.blob === blob ? palette.colours : NO_COLOURS
}

const NO_COLOURS: readonly string[] = []
