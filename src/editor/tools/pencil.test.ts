import { describe, expect, test } from 'vitest'
import { obeysKind, type Point, polar } from '@/core'
import { fitPolyline } from '@/core/fitting'
import { runMachine } from '@/editor/session/machine'
import { pencilMachine } from './pencil'
import { at, handyBench, press } from './testing/handyBench'

function begin(wish = { smoothing: 2, settling: false }) {
	const bench = handyBench()
	const machine = pencilMachine({
		wish: () => wish,
		nextName: () => 'Drawn',
		fit: () => fitPolyline,
	})
	const pencil = runMachine(machine, bench)
	const draw = (points: readonly Point[], each?: () => void) => {
		pencil.down(at(points[0] as Point))
		for (const p of points.slice(1)) {
			pencil.move(at(p))
			each?.()
		}
	}
	return { bench, pencil, draw }
}

/** A hand that goes round a circle and is never quite on it. */
const round = (share = 1): Point[] =>
	Array.from({ length: 300 }, (_, i) => {
		const [x, y] = polar((i / 300) * 2 * Math.PI * share, 100 + 0.6 * Math.sin(i * 7.3))
		return [x + 200, y + 200]
	})

/** Points of a wave, as far apart as a quick hand leaves them. */
const along = (from: number, to: number): Point[] =>
	Array.from({ length: (to - from) / 4 }, (_, i) => {
		const x = from + 4 * i
		return [x, 100 + 60 * Math.sin(x / 50)]
	})
const wave = along(0, 500)

describe('the Pencil', () => {
	test('a stroke that comes back to its start is a closed outline with few nodes', () => {
		const { bench, pencil, draw } = begin()
		draw(round())
		pencil.up(at(round()[0] as Point))
		const contour = bench.contour()
		expect(contour.closed).toBe(true)
		expect(contour.nodes.length).toBeLessThanOrEqual(6)
		for (const k of contour.nodes.keys()) expect(obeysKind(contour, k)).toBe(true)
		expect(bench.labels()).toEqual(['Draw freehand'])
		bench.open.undo()
		expect(bench.sheet().pieces).toEqual([])
	})

	test('one that ends elsewhere stays open, and is seen as a curve while it is drawn', () => {
		const { bench, pencil, draw } = begin()
		let most = 0
		draw(wave, () => {
			most = Math.max(most, bench.contour().nodes.length)
		})
		pencil.up(at(wave.at(-1) as Point))
		expect(bench.contour().closed).toBe(false)
		expect(bench.contour().nodes.length).toBeLessThanOrEqual(10)
		expect(most).toBeLessThan(20)
	})

	test('settled, what lies before the last stretch does not move any more', () => {
		const { bench, pencil, draw } = begin({ smoothing: 2, settling: true })
		draw(along(0, 1000))
		const early = JSON.stringify(bench.contour().nodes.slice(0, 2))
		for (const p of along(1000, 1200)) pencil.move(at(p))
		expect(JSON.stringify(bench.contour().nodes.slice(0, 2))).toBe(early)
		const contour = bench.contour()
		for (const k of contour.nodes.keys()) expect(obeysKind(contour, k)).toBe(true)
	})

	test('a slip of the hand, and one let go by Escape, leave nothing', () => {
		const { bench, pencil, draw } = begin()
		draw([
			[20, 20],
			[22, 21],
		])
		pencil.up(at([22, 21]))
		expect(bench.labels()).toEqual([])
		expect(bench.sheet().pieces).toEqual([])
		draw(wave)
		expect(press(pencil, 'escape')).toBe(true)
		expect(bench.sheet().pieces).toEqual([])
		expect(pencil.hint()).toMatch(/^Press and draw/)
	})

	test('strokes that are over before the fitter has come are fitted then, each node its own', () => {
		const bench = handyBench()
		let come: typeof fitPolyline | null = null
		const wish = () => ({ smoothing: 2, settling: false })
		const machine = pencilMachine({ wish, nextName: () => 'Drawn', fit: () => come })
		const pencil = runMachine(machine, bench)
		for (const points of [wave, wave.map(([x, y]): Point => [x, y + 200])]) {
			pencil.down(at(points[0] as Point))
			for (const p of points.slice(1)) pencil.move(at(p))
			pencil.up(at(points.at(-1) as Point))
		}
		come = fitPolyline
		pencil.wished?.()
		const contours = [bench.contour(0), bench.contour(1)]
		for (const { nodes } of contours) expect(nodes.length).toBeLessThanOrEqual(10)
		const ids = contours.flatMap(({ id, nodes }) => [id, ...nodes.map((node) => node.id)])
		expect(new Set(ids).size).toBe(ids.length)
	})
})
