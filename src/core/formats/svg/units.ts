/** What lengths are told in: the size of the type, and of the viewport that shares refer to. */
export interface Ruler {
	/** px */
	readonly fontSize: number
	readonly width: number
	readonly height: number
}

/** Which side of the viewport a share refers to; `diagonal` as CSS scales radii and strokes. */
export type Side = 'width' | 'height' | 'diagonal'

const UNIT_PX: Readonly<Record<string, number>> = {
	'': 1,
	px: 1,
	in: 96,
	cm: 96 / 2.54,
	mm: 96 / 25.4,
	q: 96 / 101.6,
	pt: 96 / 72,
	pc: 16,
	rem: 16,
}

const LENGTH = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(%|[a-z]*)\s*$/i

/**
 * A length in px, or `undefined` where the text tells none.
 * Units are those of CSS Values 3; `ex` and `ch` are taken as half an em.
 */
export function lengthPx(text: string | undefined, ruler: Ruler, side: Side): number | undefined {
	const found = text === undefined ? null : LENGTH.exec(text)
	if (!found) return undefined
	const value = Number(found[1])
	const unit = (found[2] ?? '').toLowerCase()
	const factor = UNIT_PX[unit] ?? relative(unit, ruler, side)
	return factor === undefined || !Number.isFinite(value * factor) ? undefined : value * factor
}

/** The same, no length at all where the text tells none. */
export function lengthOrNone(text: string | undefined, ruler: Ruler, side: Side): number {
	return lengthPx(text, ruler, side) ?? 0
}

function relative(unit: string, ruler: Ruler, side: Side): number | undefined {
	switch (unit) {
		case '%':
			return sideOf(ruler, side) / 100
		case 'em':
			return ruler.fontSize
		case 'ex':
		case 'ch':
			return ruler.fontSize / 2
		case 'vw':
			return ruler.width / 100
		case 'vh':
			return ruler.height / 100
		default:
			return undefined
	}
}

function sideOf({ width, height }: Ruler, side: Side): number {
	if (side === 'diagonal') return Math.hypot(width, height) / Math.SQRT2
	return side === 'width' ? width : height
}

/** A number or a share, 0 to 1, as opacities are told. */
export function shareOf(text: string | undefined): number | undefined {
	const [, number, percent] = /^\s*([+-]?[\d.]+(?:e[+-]?\d+)?)\s*(%?)\s*$/i.exec(text ?? '') ?? []
	const value = Number(number) / (percent ? 100 : 1)
	return Number.isFinite(value) ? Math.min(1, Math.max(0, value)) : undefined
}
