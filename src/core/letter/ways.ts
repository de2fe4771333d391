import type { Affine } from '../geometry/affine'
import { applyAffine } from '../geometry/affine'
import { add, mix, type Point, scale } from '../geometry/point'
import type { HostRef, Lettering, Setting } from '../path/lettering'
import type { Contour } from '../path/model'
import { halvesOf } from './halves'
import { gapsOf, LINED_UP, type PlacedLine, placedLines, putAt, spread } from './lines'
import { type Rail, railOf } from './rail'
import { sizeWithin } from './sizeWithin'

/** How words are laid on the sheet. */
export interface Way {
	readonly lines: readonly PlacedLine[]
	/** px to the em, as it came out. */
	readonly size: number
	/** Where a place of a line comes to lie on the sheet: px from its beginning, px above its baseline. */
	at(line: number, x: number, y: number): Point
	/** How a letter that begins at `x` is laid, from px, y up, its beginning at 0; `null` where letters are bent. */
	frame(line: number, x: number, width: number): Affine | null
	/** By how much the widest line is longer than the room there is, px; 0 where all have room. */
	readonly over: number
}

/** Finds an outline; `undefined` where it is no longer there. */
export type FindHost = (of: HostRef) => Contour | undefined

/** How a lettering is laid; `null` where an outline that it goes by is gone. */
export function wayOf(lettering: Lettering, find: FindHost): Way | null {
	const { setting } = lettering
	switch (setting.kind) {
		case 'free':
			return freely(lettering, setting.place)
		case 'along': {
			const host = find(setting)
			return host ? along(lettering, setting, railOf(host, setting)) : null
		}
		case 'between': {
			const [top, bottom] = [find(setting.top), find(setting.bottom)]
			return top && bottom ? between(lettering, railsOf(top, bottom)) : null
		}
		case 'within': {
			const host = find(setting)
			if (!host) return null
			const { size, place } = sizeWithin(lettering, host, setting.margin)
			return freely({ ...lettering, size, align: 'middle' }, place)
		}
	}
}

function freely(lettering: Lettering, place: Affine): Way {
	const lines = placedLines(lettering)
	const { size, leading, align } = lettering
	const begin = (line: number) => -LINED_UP[align] * (lines[line]?.width ?? 0)
	const base = (line: number) => line * leading * size
	const [a, b, c, d] = place
	return {
		lines,
		size,
		over: 0,
		at: (line, x, y) => applyAffine(place, [begin(line) + x, base(line) - y]),
		frame: (line, x) => {
			const [e, f] = applyAffine(place, [begin(line) + x, base(line)])
			return [a, b, -c, -d, e, f]
		},
	}
}

function along(lettering: Lettering, setting: Setting & { kind: 'along' }, rail: Rail): Way {
	const { size, leading, align, shaped } = lettering
	const room = rail.length - (align === 'middle' || rail.closed ? 0 : Math.max(0, setting.start))
	const plain = placedLines(lettering)
	const widest = Math.max(0, ...plain.map(({ width }) => width))
	const filled = plain.map((line) => {
		const gaps = gapsOf(line)
		return setting.fit === 'spread' && gaps > 0
			? spread(line, (room - line.width) / (rail.closed ? gaps + 1 : gaps))
			: line
	})
	const wider = (line: PlacedLine) =>
		setting.fit === 'stretch' && line.width > 0 ? room / line.width : 1
	const hangs = setting.under ? (shaped.capHeight * size) / shaped.em : 0
	const anchor = (line: PlacedLine) =>
		putAt(align, setting.start, rail.length) - LINED_UP[align] * line.width * wider(line)
	const begins = filled.map(anchor)
	const above = (line: number) => setting.offset - hangs - line * leading * size
	const stretch = (line: number) => (filled[line] ? wider(filled[line]) : 1)
	/** A place on the baseline so far along, and the letters' own right and up there. */
	const seat = (line: number, s: number) => {
		const { p, along: way } = rail.at((begins[line] ?? 0) + s * stretch(line))
		const out: Point = [way[1], -way[0]]
		const q = add(p, scale(out, above(line)))
		return setting.upright
			? { q, right: UPRIGHT_RIGHT, up: UPRIGHT_UP }
			: { q, right: way, up: out }
	}
	return {
		lines: filled,
		size,
		over: setting.fit === 'none' ? Math.max(0, widest - room) : 0,
		at: (line, x, y) => {
			const { q, up } = seat(line, x)
			return add(q, scale(up, y))
		},
		frame: (line, x, width) => {
			const { q, right, up } = seat(line, x + width / 2)
			const k = stretch(line)
			const [e, f] = add(q, scale(right, (-width / 2) * k))
			return [right[0] * k, right[1] * k, up[0], up[1], e, f]
		},
	}
}

const UPRIGHT_RIGHT: Point = [1, 0]
const UPRIGHT_UP: Point = [0, -1]

/** Two outlines as an envelope's upper and lower edge, both from left to right; one closed outline is both. */
function railsOf(top: Contour, bottom: Contour): readonly [Rail, Rail] {
	if (top === bottom) {
		const halves = halvesOf(top)
		return [rightward(halves.top), rightward(halves.bottom)]
	}
	const upper = top.closed ? halvesOf(top).top : top
	const lower = bottom.closed ? halvesOf(bottom).bottom : bottom
	return [rightward(upper), rightward(lower)]
}

function rightward(contour: Contour): Rail {
	const [first, last] = [contour.nodes[0], contour.nodes.at(-1)]
	const reversed = first !== undefined && last !== undefined && last.at[0] < first.at[0]
	return railOf(contour, { reversed })
}

function between(lettering: Lettering, [top, bottom]: readonly [Rail, Rail]): Way {
	const { size, leading, align, shaped } = lettering
	const lines = placedLines(lettering)
	const widest = Math.max(1e-9, ...lines.map(({ width }) => width))
	const cap = (shaped.capHeight * size) / shaped.em
	const tall = cap + (lines.length - 1) * leading * size
	const begin = (line: number) => LINED_UP[align] * (widest - (lines[line]?.width ?? 0))
	return {
		lines,
		size,
		over: 0,
		at: (line, x, y) => {
			const u = (begin(line) + x) / widest
			const v = (y + (lines.length - 1 - line) * leading * size) / tall
			return mix(bottom.at(u * bottom.length).p, top.at(u * top.length).p, v)
		},
		frame: () => null,
	}
}
