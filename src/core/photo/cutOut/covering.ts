import { byteAt } from '../../geometry/numbers'
import type { Pixels } from '../pixels'

/**
 * A picture laid so large that it covers a window, its middle on the window's: the part of it that has
 * the window's proportions, between pixels by their distance (bilinear).
 * @returns the colour, r, g, b of 0 to 255, behind a pixel of the window
 */
export function covering(
	{ width, height, data }: Pixels,
	across: number,
	down: number,
): (x: number, y: number) => readonly [number, number, number] {
	const share = Math.min(width / across, height / down)
	const [left, top] = [(width - across * share) / 2, (height - down * share) / 2]
	return (x, y) => {
		const [u, v] = [left + (x + 0.5) * share - 0.5, top + (y + 0.5) * share - 0.5]
		const [x0, y0] = [Math.floor(u), Math.floor(v)]
		const [fx, fy] = [u - x0, v - y0]
		const of = (c: number) => {
			const at = (dx: number, dy: number) => {
				const column = Math.min(width - 1, Math.max(0, x0 + dx))
				const row = Math.min(height - 1, Math.max(0, y0 + dy))
				return byteAt(data, 4 * (row * width + column) + c)
			}
			const upper = at(0, 0) + (at(1, 0) - at(0, 0)) * fx
			const lower = at(0, 1) + (at(1, 1) - at(0, 1)) * fx
			return upper + (lower - upper) * fy
		}
		return [of(0), of(1), of(2)]
	}
}
