import { converter, parse } from 'culori'
import type { Colour } from '../../artwork/laidOver'

export { type Colour, solid } from '../../artwork/laidOver'

/** A paint as a drawing says it. */
export type SaidPaint =
	| { readonly kind: 'none' }
	| { readonly kind: 'current' }
	| { readonly kind: 'colour'; readonly colour: Colour }
	/** A gradient or pattern, and what stands in for it where there is none of that name. */
	| { readonly kind: 'server'; readonly id: string; readonly otherwise: SaidPaint }

export const BLACK: Colour = [0, 0, 0, 1]

const rgb = converter('rgb')
const read = new Map<string, SaidPaint | undefined>()

/** Reads a value of `fill`, `stroke` or `color`; `undefined` where it is none. */
export function readPaint(text: string): SaidPaint | undefined {
	if (read.has(text)) return read.get(text)
	const paint = readAnew(text)
	if (read.size > 5000) read.clear()
	read.set(text, paint)
	return paint
}

function readAnew(text: string): SaidPaint | undefined {
	const word = text.trim().toLowerCase()
	if (word === 'none') return { kind: 'none' }
	if (word === 'currentcolor') return { kind: 'current' }
	if (word === 'context-fill' || word === 'context-stroke') return { kind: 'none' }
	const server = /^url\(\s*(["']?)(.*?)\1\s*\)\s*(.*)$/is.exec(text.trim())
	if (server) {
		const [, , target = '', rest = ''] = server
		const otherwise = (rest && readPaint(rest)) || ({ kind: 'none' } as const)
		return target.startsWith('#') ? { kind: 'server', id: idOf(target), otherwise } : otherwise
	}
	const found = parse(word.replace(/\s*icc-color\(.*$/, ''))
	if (!found) return undefined
	const { r, g, b, alpha = 1 } = rgb(found)
	return { kind: 'colour', colour: [unit(r), unit(g), unit(b), unit(alpha)] }
}

function idOf(reference: string): string {
	const id = reference.slice(1)
	try {
		return decodeURIComponent(id)
	} catch {
		return id
	}
}

/** The id that `url(#id)` or `#id` names, or `undefined`; what lies in other files has none. */
export function referenceOf(text: string | undefined): string | undefined {
	const target = /^\s*(?:url\(\s*(["']?)(.*?)\1\s*\)|(#.*?))\s*$/is.exec(text ?? '')
	const reference = target?.[2] ?? target?.[3] ?? ''
	return reference.startsWith('#') ? idOf(reference) : undefined
}

function unit(v: number): number {
	return Number.isFinite(v) ? Math.min(1, Math.max(0, v)) : 0
}
