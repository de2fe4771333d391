import type { Point } from '../../src/core/index.ts'

/** The level between outside (0) and inside (255) of a coverage mask. */
const HALF = 127.5
/** Rings smaller than this many px² are the rounding of single pixels. */
const LEAST_AREA = 4

/**
 * The outlines of what a coverage mask covers, by marching squares (Lorensen & Cline, 1987, in the
 * plane) with linear interpolation: exact to a few hundredths of a px on smooth edges.
 * @param mask coverage of each pixel, 0 to 255, row-major
 * @returns closed rings in px, pixel centres at .5, the inside to the right of their direction:
 *   outer rings clockwise on screen, openings against it; the largest first
 */
export function maskOutlines(mask: Uint8Array, width: number, height: number): Point[][] {
	const links = new Map<string, { at: Point; next: string }>()
	const value = (x: number, y: number) =>
		x < 0 || y < 0 || x >= width || y >= height ? -HALF : (mask[y * width + x] ?? 0) - HALF
	for (let y = -1; y < height; y++) {
		for (let x = -1; x < width; x++) linkCell(links, x, y, value)
	}
	const rings: Point[][] = []
	for (let start = firstKey(links); start !== undefined; start = firstKey(links)) {
		const ring: Point[] = []
		for (let key = start, link = links.get(key); link; link = links.get(key)) {
			links.delete(key)
			ring.push(link.at)
			key = link.next
		}
		rings.push(ring)
	}
	return rings
		.filter((ring) => Math.abs(area(ring)) >= LEAST_AREA)
		.sort((a, b) => Math.abs(area(b)) - Math.abs(area(a)))
}

/** The rings as an SVG of one even-odd path of straight segments, sized like the photo. */
export function outlinesSvg(rings: readonly Point[][], width: number, height: number): string {
	const d = rings
		.map((ring) => `M${ring.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z`)
		.join('')
	return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}px" height="${height}px" viewBox="0 0 ${width} ${height}"><path fill-rule="evenodd" d="${d}"/></svg>\n`
}

type Side = 'top' | 'right' | 'bottom' | 'left'

/** For each pattern of covered corners (1 top left, 2 top right, 4 bottom right, 8 bottom left). */
const CROSSINGS: Readonly<Record<number, readonly (readonly [from: Side, to: Side])[]>> = {
	1: [['top', 'left']],
	2: [['right', 'top']],
	3: [['right', 'left']],
	4: [['bottom', 'right']],
	5: [
		['top', 'left'],
		['bottom', 'right'],
	],
	6: [['bottom', 'top']],
	7: [['bottom', 'left']],
	8: [['left', 'bottom']],
	9: [['top', 'bottom']],
	10: [
		['right', 'top'],
		['left', 'bottom'],
	],
	11: [['right', 'bottom']],
	12: [['left', 'right']],
	13: [['top', 'right']],
	14: [['left', 'top']],
}

function linkCell(
	links: Map<string, { at: Point; next: string }>,
	x: number,
	y: number,
	value: (x: number, y: number) => number,
): void {
	const a = value(x, y)
	const b = value(x + 1, y)
	const c = value(x + 1, y + 1)
	const d = value(x, y + 1)
	const pattern = (a > 0 ? 1 : 0) | (b > 0 ? 2 : 0) | (c > 0 ? 4 : 0) | (d > 0 ? 8 : 0)
	const sides: Readonly<Record<Side, { key: string; at: () => Point }>> = {
		top: { key: `h${x},${y}`, at: () => [x + 0.5 + a / (a - b), y + 0.5] },
		right: { key: `v${x + 1},${y}`, at: () => [x + 1.5, y + 0.5 + b / (b - c)] },
		bottom: { key: `h${x},${y + 1}`, at: () => [x + 0.5 + d / (d - c), y + 1.5] },
		left: { key: `v${x},${y}`, at: () => [x + 0.5, y + 0.5 + a / (a - d)] },
	}
	for (const [from, to] of CROSSINGS[pattern] ?? []) {
		links.set(sides[from].key, { at: sides[from].at(), next: sides[to].key })
	}
}

function firstKey(map: ReadonlyMap<string, unknown>): string | undefined {
	return map.keys().next().value
}

/** Shoelace, positive clockwise on screen. */
function area(ring: readonly Point[]): number {
	return (
		ring.reduce((sum, [x, y], i) => {
			const [nx, ny] = ring[(i + 1) % ring.length] ?? [x, y]
			return sum + x * ny - y * nx
		}, 0) / 2
	)
}
