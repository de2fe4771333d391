import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import opentype, { type PathCommand } from 'opentype.js'
import { type Contour, inferKinds, type PathNode, type Point } from '../src/core'

/** Outlines drawn by type designers, from openly licensed fonts, at 1000 px per em. */

const FONTS = {
	serif: 'source-serif-pro/OTF/SourceSerifPro-Regular.otf',
	italic: 'source-serif-pro/OTF/SourceSerifPro-It.otf',
	sans: 'source-sans-pro/OTF/SourceSansPro-Regular.otf',
	black: 'source-sans-pro/OTF/SourceSansPro-Black.otf',
} as const

export type FontName = keyof typeof FONTS
export const FONT_NAMES = Object.keys(FONTS) as FontName[]

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789&?'

/** Every outline of an alphabet as its designer drew it. */
export function glyphOutlines(font: FontName, characters = ALPHABET): Contour[] {
	const path = createRequire(import.meta.url).resolve(FONTS[font])
	const file = readFileSync(path)
	const buffer = new Uint8Array(file).buffer
	const parsed = opentype.parse(buffer)
	return [...characters].flatMap((character) =>
		outlinesOf(parsed.charToGlyph(character).getPath(0, 0, 1000).commands),
	)
}

function outlinesOf(commands: readonly PathCommand[]): Contour[] {
	const contours: Contour[] = []
	let nodes: PathNode[] = []
	const finish = () => {
		const first = nodes[0]
		const last = nodes.at(-1)
		if (nodes.length > 1 && first && last && same(first.at, last.at)) {
			nodes = [{ ...first, ...(last.in && { in: last.in }) }, ...nodes.slice(1, -1)]
		}
		if (nodes.length > 1)
			contours.push(inferKinds({ id: `outline-${contours.length}`, nodes, closed: true }))
		nodes = []
	}
	const push = (at: Point, into?: Point) =>
		nodes.push({ id: `node-${nodes.length}`, at, ...(into && { in: into }), kind: 'corner' })
	const leave = (out: Point) => {
		const last = nodes.pop()
		if (last) nodes.push({ ...last, out })
	}
	for (const c of commands) {
		if (c.type === 'Z') continue
		if (c.type === 'M') {
			finish()
			push([c.x, c.y])
		} else if (c.type === 'L') {
			if (!same(nodes.at(-1)?.at ?? [0, 0], [c.x, c.y])) push([c.x, c.y])
		} else if (c.type === 'C') {
			leave([c.x1, c.y1])
			push([c.x, c.y], [c.x2, c.y2])
		}
	}
	finish()
	return contours
}

function same(a: Point, b: Point): boolean {
	return Math.abs(a[0] - b[0]) < 1e-6 && Math.abs(a[1] - b[1]) < 1e-6
}
