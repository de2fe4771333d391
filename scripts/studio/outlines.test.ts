import { describe, expect, test } from 'vitest'
import { signedArea } from '../../src/core/index.ts'
import { maskOutlines, outlinesSvg } from './outlines.ts'

/** The exact coverage of a ring-shaped plate, counted on a fine grid. */
function plate(size: number, cx: number, cy: number, outer: number, inner: number): Uint8Array {
	const grid = 16
	return Uint8Array.from({ length: size * size }, (_, i) => {
		let count = 0
		for (let k = 0; k < grid * grid; k++) {
			const x = (i % size) + ((k % grid) + 0.5) / grid
			const y = Math.floor(i / size) + (Math.floor(k / grid) + 0.5) / grid
			const r = Math.hypot(x - cx, y - cy)
			if (r < outer && r > inner) count++
		}
		return Math.round((255 * count) / (grid * grid))
	})
}

describe('outlines of a mask', () => {
	const rings = maskOutlines(plate(80, 40.3, 39.6, 30, 12), 80, 80)

	test('lie within a tenth of a px of the true edge', () => {
		expect(rings).toHaveLength(2)
		for (const [n, radius] of [30, 12].entries()) {
			const off = rings[n]!.map(([x, y]) => Math.abs(Math.hypot(x - 40.3, y - 39.6) - radius))
			expect(Math.max(...off)).toBeLessThan(0.1)
		}
	})

	test('run clockwise round what is covered, and against it round an opening', () => {
		expect(signedArea(rings[0]!)).toBeCloseTo(Math.PI * 900, -1)
		expect(signedArea(rings[1]!)).toBeCloseTo(-Math.PI * 144, -1)
	})

	test('close at the picture’s border', () => {
		const [ring] = maskOutlines(new Uint8Array(12).fill(255), 4, 3)
		expect(signedArea(ring!)).toBeGreaterThan(11)
	})
})

test('as SVG, one even-odd path as large as the photo', () => {
	const svg = outlinesSvg(
		[
			[
				[0, 0],
				[4, 0],
				[4, 3],
			],
		],
		8,
		6,
	)
	expect(svg).toContain('width="8px" height="6px"')
	expect(svg).toContain('fill-rule="evenodd" d="M0.00 0.00L4.00 0.00L4.00 3.00Z"')
})
