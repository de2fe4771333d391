import { type Box, darkCasing, darkCasingOf, growBox, luminancesBeneath, type Sheet } from '@/core'
import type { Casing, Viewport } from '@/editor/session/view'
import { INKS } from './colours'

/** What lies beneath lines is looked at in squares: so many along the sheet's longer side. */
const SQUARES = 480
/** Lines may leave the sheet so far, a share of its longer side. */
const BESIDE = 0.1
/** Casings are kept for so many colours of lines. */
const MOST_COLOURS = 24

/**
 * Looks at what lies beneath lines, coarsely, and tells what each is to be cased in so that it shows on it: a light
 * casing, or at places a dark one.
 * @param paint paints what lies beneath
 */
export function casingOver(
	paint: (ctx: CanvasRenderingContext2D, viewport: Viewport) => void,
	sheet: Pick<Sheet, 'width' | 'height'>,
): Casing {
	const longer = Math.max(sheet.width, sheet.height)
	const seen: Box = growBox(
		{ minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height },
		BESIDE * longer,
	)
	const scale = SQUARES / longer
	const size = {
		width: Math.ceil((seen.maxX - seen.minX) * scale),
		height: Math.ceil((seen.maxY - seen.minY) * scale),
	}
	const look = newContext(size)
	const view = { scale, x: -seen.minX * scale, y: -seen.minY * scale }
	const line = { colour: INKS.ink, width: 1, strength: 1 }
	paint(look, { view, size, ratio: 1, line })
	const beneath = luminancesBeneath(look.getImageData(0, 0, size.width, size.height))

	const patterns = new Map<string, CanvasPattern | null>()
	const patternFor = (colour: string): CanvasPattern | null => {
		const dark = darkCasing(beneath, colour)
		if (!dark) return null
		const ctx = newContext(size)
		ctx.fillStyle = INKS.casing
		ctx.fillRect(0, 0, size.width, size.height)
		const squares = ctx.getImageData(0, 0, size.width, size.height)
		const [light, deep] = [new Uint32Array(squares.data.buffer), wordOf(darkCasingOf(colour))]
		for (let i = 0; i < dark.length; i++) if (dark[i] === 1) light[i] = deep
		ctx.putImageData(squares, 0, 0)
		return ctx.createPattern(ctx.canvas, 'repeat')
	}
	return (colour, { scale: zoom, x, y }) => {
		if (!patterns.has(colour)) {
			if (patterns.size >= MOST_COLOURS) patterns.clear()
			patterns.set(colour, patternFor(colour))
		}
		const pattern = patterns.get(colour) ?? null
		const k = zoom / scale
		pattern?.setTransform(new DOMMatrix([k, 0, 0, k, x + seen.minX * zoom, y + seen.minY * zoom]))
		return pattern
	}
}

function newContext(size: { readonly width: number; readonly height: number }) {
	const canvas = Object.assign(document.createElement('canvas'), size)
	const ctx = canvas.getContext('2d', { willReadFrequently: true })
	if (!ctx) throw new Error('There is no canvas to draw with.')
	return ctx
}

/** A colour, `#rrggbb`, as four bytes of an image read as one number. */
function wordOf(hex: string): number {
	const bytes = [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16))
	return new Uint32Array(Uint8Array.of(...bytes, 255).buffer)[0] ?? 0
}
