import { distance } from '../../geometry/point'
import { hostsOf } from '../../letter/follow'
import { layOut } from '../../letter/layOut'
import { LINED_UP, putAt } from '../../letter/lines'
import { railOf, wayAlong } from '../../letter/rail'
import { wayOf } from '../../letter/ways'
import type { Lettering, Setting } from '../../path/lettering'
import type { Piece, Sheet } from '../../path/model'
import { formatPathData } from '../../path/pathData'
import { escapeXml } from './escapeXml'

/** Words as SVG says them. */
export interface TextElement {
	/** What they refer to. */
	readonly defs: readonly string[]
	/** The element, with the attributes of its paints. */
	element(paints: readonly string[]): string
}

/** Letters lie as the outlines beside them do, within so much, px. */
const SAME_PX = 0.01

/**
 * Words as `text`, along an outline with `textPath` (SVG 2, 11.8); `null` where SVG has no words for how they are set, or
 * where they do not lie as they are set: they go out as outlines then.
 * @param id for what they refer to, single in the file
 */
export function textElement(
	piece: Piece,
	sheet: Sheet,
	id: string,
	digits: number,
): TextElement | null {
	const { lettering } = piece
	if (!lettering || lettering.bridges || !isAsLaid(piece, lettering, sheet)) return null
	const { setting } = lettering
	if (setting.kind === 'free') return freeText(piece, lettering, setting)
	return setting.kind === 'along' ? alongText(lettering, setting, sheet, id, digits) : null
}

function isAsLaid({ id, contours }: Piece, lettering: Lettering, sheet: Sheet): boolean {
	const laid = layOut(id, lettering, hostsOf(sheet))
	return (
		laid.length === contours.length &&
		laid.every(({ nodes }, k) =>
			nodes.every(({ at }, n) => {
				const there = contours[k]?.nodes[n]
				return there !== undefined && distance(at, there.at) <= SAME_PX
			}),
		)
	)
}

function freeText(
	{ fill, stroke }: Piece,
	lettering: Lettering,
	{ place: [a, b, c, d, x, y] }: Setting & { readonly kind: 'free' },
): TextElement | null {
	const scale = Math.hypot(a, b)
	const even = Math.abs(c + b) < 1e-9 * scale && Math.abs(d - a) < 1e-9 * scale
	const angle = (Math.atan2(b, a) * 180) / Math.PI
	const plain = [fill, stroke.paint].every(({ kind }) => kind === 'none' || kind === 'solid')
	// What is turned turns its gradients with it.
	if (!even || (Math.abs(angle) > 1e-9 && !plain)) return null
	const size = lettering.size * scale
	const turn =
		Math.abs(angle) > 1e-9 ? [`transform="rotate(${short(angle)} ${short(x)} ${short(y)})"`] : []
	const lines = lettering.shaped.lines.map(({ from, to }, n) => {
		const words = escapeXml(lettering.text.slice(from, to))
		const base = short(y + n * lettering.leading * size)
		return `<tspan x="${short(x + trailing(lettering, size))}" y="${base}"${anchorOf(lettering, n)}>${words}</tspan>`
	})
	return {
		defs: [],
		element: (paints) =>
			`<text ${[...turn, ...fontOf(lettering, size), ...paints].join(' ')}>${lines.join('')}</text>`,
	}
}

function alongText(
	lettering: Lettering,
	setting: Setting & { readonly kind: 'along' },
	sheet: Sheet,
	id: string,
	digits: number,
): TextElement | null {
	const { size, leading, align, shaped } = lettering
	const host = hostsOf(sheet)(setting)
	const way = wayOf(lettering, hostsOf(sheet))
	if (!host || !way || setting.upright || setting.fit !== 'none') return null
	const rail = railOf(host, setting)
	const at = putAt(align, setting.start, rail.length)
	// Others leave out what goes beyond the end of its way, or over its first node.
	const inside = way.lines.every(({ width }) => {
		const begin = at - LINED_UP[align] * width
		return begin >= 0 && begin + width <= rail.length
	})
	if (!inside) return null
	const hangs = setting.under ? (shaped.capHeight * size) / shaped.em : 0
	const lines = shaped.lines.map(({ from, to }, n) => {
		const words = escapeXml(lettering.text.slice(from, to))
		const down = hangs + n * leading * size - setting.offset
		const lifted = down === 0 ? words : `<tspan dy="${short(down)}">${words}</tspan>`
		return `<textPath href="#${id}" startOffset="${short(at + trailing(lettering, size))}"${anchorOf(lettering, n)}>${lifted}</textPath>`
	})
	const path = formatPathData([wayAlong(host, setting)], digits)
	return {
		defs: [`<path id="${id}" d="${path}"/>`],
		element: (paints) =>
			`<text ${[...fontOf(lettering, size), ...paints].join(' ')}>${lines.join('')}</text>`,
	}
}

/** What renderers count to a line's width, the room after its last letter, as far as it moves the line, px. */
function trailing({ spacing, align }: Lettering, size: number): number {
	return LINED_UP[align] * spacing * size
}

function fontOf({ font, spacing }: Lettering, size: number): string[] {
	return [
		`font-family="${escapeXml(font.family)}"`,
		`font-size="${short(size)}"`,
		...(font.weight !== undefined || /bold/i.test(font.style)
			? [`font-weight="${font.weight ?? 700}"`]
			: []),
		...(/italic|oblique/i.test(font.style) ? ['font-style="italic"'] : []),
		...(spacing !== 0
			? [`letter-spacing="${short(spacing * size)}"`, 'font-variant-ligatures="none"']
			: []),
		'xml:space="preserve"',
	]
}

/** Which end of a line keeps its place; for what is read from the right, that is where it begins. */
function anchorOf({ align, shaped }: Lettering, line: number): string {
	const rtl = shaped.lines[line]?.letters.at(-1)?.rtl === true
	const ends = rtl
		? ({ left: 'end', middle: 'middle', right: 'start' } as const)
		: ({ left: 'start', middle: 'middle', right: 'end' } as const)
	const anchor = ends[align]
	return `${rtl ? ' direction="rtl"' : ''}${anchor === 'start' ? '' : ` text-anchor="${anchor}"`}`
}

function short(v: number): string {
	return String(Number(v.toFixed(4)))
}
