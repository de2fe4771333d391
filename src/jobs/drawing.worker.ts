import { transfer } from 'comlink'
import {
	buffersOf,
	type PackedContours,
	PathSyntaxError,
	type Piece,
	packContours,
	SvgSyntaxError,
} from '@/core'
import {
	DxfSyntaxError,
	decodeSvg,
	isDxf,
	readDxf,
	readSvg,
	type SvgDrawing,
	type WordsWish,
} from '@/core/drawings'
import { exposed } from './exposed'

/** A part of a drawing that was read: some outlines of one piece, and what else holds of the piece. */
export interface DrawingPart {
	/** Place of the piece among the drawing's. */
	readonly index: number
	readonly piece: Omit<Piece, 'contours'>
	readonly contours: PackedContours
}

/** What holds of a drawing as a whole, or why it cannot be read. */
export type DrawingRead =
	| ({ readonly ok: true } & Omit<SvgDrawing, 'pieces'>)
	| { readonly ok: false; readonly problem: string }

/** Parts are handed over when they have so many nodes, so that the page never takes long over one. */
const PART_NODES = 12_000
/** A piece costs the page as much as so many nodes. */
const PIECE_NODES = 16

const endpoint = {
	/**
	 * Reads a file; its pieces are handed over in parts, packed. What holds of the whole is the answer.
	 */
	read: async (
		file: Blob,
		hand: (parts: readonly DrawingPart[], share: number) => Promise<void>,
	): Promise<DrawingRead> => {
		try {
			const text = await decodeSvg(new Uint8Array(await file.arrayBuffer()))
			const { pieces, ...rest } = isDxf(text) ? readDxf(text) : await withWords(text)
			const handed = [...inParts(pieces)].map(({ parts, share }) => {
				const buffers = parts.flatMap(({ contours }) => buffersOf(contours))
				return hand(transfer(parts, buffers), share)
			})
			await Promise.all(handed)
			return { ok: true, ...rest }
		} catch (error) {
			const told = [SvgSyntaxError, PathSyntaxError, DxfSyntaxError]
			if (error instanceof Error && told.some((kind) => error instanceof kind))
				return { ok: false, problem: error.message }
			throw error
		}
	},
}

/** A drawing with its text set: read once to know the fonts that it asks for, and once more with them. */
async function withWords(text: string): Promise<SvgDrawing> {
	const wishes: WordsWish[] = []
	const plain = readSvg(text, {
		setWords: (wish) => {
			wishes.push(wish)
			return null
		},
	})
	if (wishes.length === 0) return plain
	try {
		const { setterFor } = await import('./wordSetter')
		return readSvg(text, { setWords: await setterFor(wishes) })
	} catch (error) {
		if (error instanceof SvgSyntaxError || error instanceof PathSyntaxError) throw error
		// The fonts did not arrive: all else does, and the text is named.
		return plain
	}
}

function* inParts(pieces: readonly Piece[]): Generator<{ parts: DrawingPart[]; share: number }> {
	const total = pieces.reduce((sum, { contours }) => sum + contours.length, 0)
	let parts: DrawingPart[] = []
	let nodes = 0
	let done = 0
	for (const [index, { contours, ...piece }] of pieces.entries()) {
		let from = 0
		nodes += PIECE_NODES
		for (const [k, contour] of contours.entries()) {
			nodes += contour.nodes.length
			done++
			if (nodes < PART_NODES && k < contours.length - 1) continue
			parts.push({ index, piece, contours: packContours(contours.slice(from, k + 1)) })
			from = k + 1
			if (nodes < PART_NODES) continue
			yield { parts, share: done / total }
			parts = []
			nodes = 0
		}
	}
	if (parts.length > 0) yield { parts, share: 1 }
}

export type DrawingWorker = typeof endpoint

exposed(endpoint)
