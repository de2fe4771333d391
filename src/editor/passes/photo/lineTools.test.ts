import { describe, expect, test } from 'vitest'
import { addGuides, addPhoto, type Box, changePhoto, newGuide, newPhoto, placementOf } from '@/core'
import { createMeasure } from '@/editor/passes/photo/measureMachine'
import { seeHereMachine } from '@/editor/passes/photo/seeHereMachine'
import { straightenMachine } from '@/editor/passes/photo/straightenMachine'
import { runMachine } from '@/editor/session/machine'
import type { Line } from '@/editor/session/tool'
import { at, click, drag, handyBench, press } from '@/editor/tools/testing/handyBench'

function photoBench() {
	const bench = handyBench()
	bench.apply('Bring a photo in', (sheet) =>
		addPhoto(sheet, newPhoto({ blob: 'b', name: 'Heron', width: 400, height: 300 })),
	)
	return bench
}
const turned = (bench: ReturnType<typeof photoBench>) =>
	(placementOf(bench.sheet().photos[0]!).turn * 180) / Math.PI

describe('Straighten', () => {
	test('what was drawn along becomes level, as one step', () => {
		const bench = photoBench()
		drag(runMachine(straightenMachine, bench), [50, 100], [350, 110])
		expect(turned(bench)).toBeCloseTo((-Math.atan2(10, 300) * 180) / Math.PI)
		expect(bench.labels()).toEqual(['Bring a photo in', 'Straighten a photo'])
	})

	test('or upright, whichever is nearer', () => {
		const bench = photoBench()
		drag(runMachine(straightenMachine, bench), [200, 280], [190, 20])
		expect(turned(bench)).toBeCloseTo((Math.atan2(10, 260) * 180) / Math.PI)
	})

	test('a click alone, Escape, or a locked photo leave it as it lies', () => {
		const bench = photoBench()
		const straighten = runMachine(straightenMachine, bench)
		click(straighten, [50, 50])
		straighten.down(at([50, 100]))
		straighten.move(at([350, 130]))
		expect(straighten.hint()).toContain('5.71° anticlockwise')
		expect(press(straighten, 'escape')).toBe(true)
		straighten.up(at([350, 130]))
		bench.apply('Lock', (s) => changePhoto(s, undefined, { locked: true }))
		drag(straighten, [50, 100], [350, 130])
		expect(turned(bench)).toBe(0)
		expect(straighten.hint()).toContain('locked')
	})
})

describe('Measure', () => {
	const kept = () => {
		let line: Line | null = null
		return {
			get: () => line,
			set: (next: Line) => {
				line = next
			},
		}
	}

	test('keeps the line that was drawn, and changes nothing', () => {
		const bench = photoBench()
		const measured = kept()
		const measure = createMeasure(bench, measured)
		drag(measure, [10, 20], [110, 20])
		expect(measured.get()).toEqual({ from: [10, 20], to: [110, 20] })
		expect(measure.overlay().line).toEqual(measured.get())
		expect(bench.labels()).toHaveLength(1)
	})

	test('Shift keeps to 45°; ends snap to guides, with a sign', () => {
		const bench = photoBench()
		bench.apply('Lay', (s) => addGuides(s, [newGuide('x', 14)]))
		bench.setSnapping({ guides: true })
		const measured = kept()
		const measure = createMeasure(bench, measured)
		measure.move(at([10, 20]))
		expect(measure.overlay().snapped).toMatchObject({ at: [14, 20], caught: { x: 14 } })
		drag(measure, [10, 20], [214, 30], { shift: true })
		expect(measured.get()?.from).toEqual([14, 20])
		expect(measured.get()?.to[1]).toBeCloseTo(20)
	})
})

test('See here tells the box that was dragged, and nothing for a click or after Escape', () => {
	const boxes: Box[] = []
	const see = runMachine(
		seeHereMachine((box) => boxes.push(box)),
		handyBench(),
	)
	click(see, [5, 5])
	see.down(at([5, 5]))
	see.move(at([50, 50]))
	press(see, 'escape')
	see.up(at([50, 50]))
	expect(boxes).toEqual([])
	drag(see, [90, 80], [10, 20])
	expect(boxes).toEqual([{ minX: 10, minY: 20, maxX: 90, maxY: 80 }])
	expect(see.overlay().box).toBeNull()
})

test('what a second finger breaks off is dropped: nothing is measured, no tone is chosen', () => {
	const bench = photoBench()
	const lines: Line[] = []
	const measure = createMeasure(bench, { get: () => null, set: (line) => lines.push(line) })
	const boxes: Box[] = []
	const see = runMachine(
		seeHereMachine((box) => boxes.push(box)),
		handyBench(),
	)
	for (const tool of [measure, see, runMachine(straightenMachine, bench)]) {
		tool.down(at([10, 10]))
		tool.move(at([80, 40]))
		tool.cancel?.()
		tool.up(at([80, 40]))
	}
	expect([lines, boxes]).toEqual([[], []])
	expect(bench.labels()).toEqual(['Bring a photo in'])
	expect(measure.overlay().line).toBeNull()
})
