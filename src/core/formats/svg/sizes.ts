import { SHEET_REACH_PX } from '../../path/reach'
import type { SvgElement } from './elements'
import { lengthPx } from './units'
import { readViewBox } from './viewports'

export interface DocumentSize {
	/** px */
	readonly width: number
	readonly height: number
	/** Real size of one px, where the document says it in mm, cm or inches. */
	readonly mmPerPx?: number
}

/** A drawing of units smaller or larger than these says nothing of px, and gets as many. */
const SMALLEST_PX = 1
const UNSIZED_PX = 1000

/**
 * The drawing's size. Where the document tells its real size and has a view box in proportion, the
 * box's own units are the px, so that what was drawn on a px comes back on a px.
 */
export function documentSize({ attributes }: SvgElement): DocumentSize {
	const box = readViewBox(attributes.viewBox)
	const { width: boxWidth = 0, height: boxHeight = 0 } = box ?? {}
	const ruler = { fontSize: 16, width: boxWidth, height: boxHeight }
	const said = {
		width: positive(lengthPx(attributes.width, ruler, 'width')),
		height: positive(lengthPx(attributes.height, ruler, 'height')),
	}
	const size = sane({
		width: said.width ?? (said.height && box ? (said.height * boxWidth) / boxHeight : boxWidth),
		height: said.height ?? (said.width && box ? (said.width * boxHeight) / boxWidth : boxHeight),
	})
	const [across, down] = [realLength(attributes.width), realLength(attributes.height)]
	if (across === null || down === null) return size
	const fits = Math.abs(across * boxHeight - down * boxWidth) < 1e-3 * across * boxHeight
	const whole = fits && isSane({ width: boxWidth, height: boxHeight })
	const px = whole ? { width: boxWidth, height: boxHeight } : size
	const mmPerPx = across / px.width
	return mmPerPx < SHEET_REACH_PX ? { ...px, mmPerPx } : px
}

function positive(value: number | undefined): number | undefined {
	return value !== undefined && value > 0 ? value : undefined
}

interface Size {
	readonly width: number
	readonly height: number
}

function isSane({ width, height }: Size): boolean {
	return Math.max(width, height) >= SMALLEST_PX && Math.max(width, height) <= SHEET_REACH_PX
}

/** A size that a sheet can have; zero where nothing is said of it. */
function sane(size: Size): Size {
	const longest = Math.max(size.width, size.height)
	if (longest === 0 || isSane(size)) return size
	const k = UNSIZED_PX / longest
	const side = (v: number) => Math.max(1e-3, v * k)
	return Number.isFinite(k)
		? { width: side(size.width), height: side(size.height) }
		: { width: 0, height: 0 }
}

/** A length in mm, where it says how long it really is; `null` for px, points and shares. */
function realLength(text: string | undefined): number | null {
	const [, value, unit] = /^\s*([\d.eE+-]+)\s*(mm|cm|in|q)\s*$/i.exec(text ?? '') ?? []
	const each = { mm: 1, cm: 10, in: 25.4, q: 0.25 }[(unit ?? '').toLowerCase()] ?? Number.NaN
	const mm = Number(value) * each
	return mm > 0 && mm < SHEET_REACH_PX ? mm : null
}
