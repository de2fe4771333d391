import { describe, expect, test } from 'vitest'
import {
	addGuides,
	addPhoto,
	changeGuides,
	changePhoto,
	distance,
	newGuide,
	newPhoto,
	type Point,
	photoCorners,
	placementOf,
} from '@/core'
import { knobOf } from '@/editor/session/frame'
import { createArrangePhotos as createArrange } from './arrangePhotos'
import { at, drag, type HandyBench, handyBench, press } from './testing/handyBench'

/** A photo of 400 × 300 at the sheet's top left, chosen. */
function photoBench(): HandyBench {
	const bench = handyBench()
	const photo = newPhoto({ blob: 'b', name: 'Heron', width: 400, height: 300 })
	bench.apply('Bring a photo in', (sheet) => addPhoto(sheet, photo))
	bench.select({ ...bench.selection(), photo: photo.id })
	return bench
}
const photo = (bench: HandyBench, number = 0) => bench.sheet().photos[number]!
const lies = (bench: HandyBench) => placementOf(photo(bench))
const near = (a: Point, b: Point) => expect(distance(a, b)).toBeLessThan(1e-6)

describe('Arrange on a photo', () => {
	test('a drag moves it, as one step; Shift keeps to one axis', () => {
		const bench = photoBench()
		const arrange = createArrange(bench)
		drag(arrange, [100, 100], [130, 90])
		near(lies(bench).centre, [230, 140])
		drag(arrange, [100, 100], [160, 110], { shift: true })
		near(lies(bench).centre, [290, 140])
		expect(bench.labels()).toEqual(['Bring a photo in', 'Move a photo', 'Move a photo'])
	})

	test('a corner scales in proportion about the corner across', () => {
		const bench = photoBench()
		drag(createArrange(bench), [400, 300], [800, 600])
		expect(lies(bench)).toMatchObject({ width: 800, height: 600 })
		near(photoCorners(photo(bench))[0], [0, 0])
		expect(bench.labels().at(-1)).toBe('Scale a photo')
	})

	test('off the diagonal it still keeps its proportion; with Alt each side goes by itself', () => {
		const bench = photoBench()
		const arrange = createArrange(bench)
		drag(arrange, [400, 300], [400, 420])
		const { width, height } = lies(bench)
		expect(width / height).toBeCloseTo(4 / 3)
		bench.open.undo()
		drag(arrange, [400, 300], [440, 420], { hold: 'apart' })
		expect(lies(bench).width).toBeCloseTo(440)
		expect(lies(bench).height).toBeCloseTo(420)
	})

	test('it cannot be made nothing, nor turned inside out, by a corner', () => {
		const bench = photoBench()
		drag(createArrange(bench), [400, 300], [-500, -500])
		expect(lies(bench).height).toBeGreaterThanOrEqual(4)
		expect(lies(bench).mirrored).toBe(false)
	})

	test('the knob turns it about its middle; Shift by 15°', () => {
		const bench = photoBench()
		const arrange = createArrange(bench)
		arrange.move(at([200, 100]))
		const knob = knobOf(arrange.overlay().frame!, 1)
		near(knob, [200, -26])
		drag(arrange, knob, [200 + 176, 150])
		expect(lies(bench).turn).toBeCloseTo(Math.PI / 2)
		near(lies(bench).centre, [200, 150])
		bench.open.undo()
		drag(arrange, knob, [300, -20], { shift: true })
		expect((lies(bench).turn * 180) / Math.PI).toBeCloseTo(30)
	})

	test('a corner of a turned photo scales along the photo’s own sides', () => {
		const bench = photoBench()
		const arrange = createArrange(bench)
		drag(arrange, [200, -26], [376, 150])
		const [a, , c] = photoCorners(photo(bench))
		drag(arrange, c, [c[0] + (c[0] - a[0]), c[1] + (c[1] - a[1])])
		expect(lies(bench).width).toBeCloseTo(800)
		expect(lies(bench).turn).toBeCloseTo(Math.PI / 2)
		near(photoCorners(photo(bench))[0], a)
	})

	test('arrows nudge it, a run of them as one step; a locked one stays', () => {
		const bench = photoBench()
		const arrange = createArrange(bench)
		press(arrange, 'arrowright')
		press(arrange, 'arrowdown', { shift: true })
		press(arrange, 'arrowup', { finely: true })
		near(lies(bench).centre, [201, 159.9])
		expect(bench.labels()).toHaveLength(2)
		bench.apply('Lock', (s) => changePhoto(s, photo(bench).id, { locked: true }))
		expect(press(arrange, 'arrowright')).toBe(false)
		drag(arrange, [100, 100], [200, 200])
		drag(arrange, [401, 309.9], [600, 500])
		near(lies(bench).centre, [201, 159.9])
	})

	test('a click chooses the photo under the pointer; the chosen one wins where they overlap', () => {
		const bench = photoBench()
		const other = newPhoto(
			{ blob: 'c', name: 'Key', width: 100, height: 100 },
			[1, 0, 0, 1, 350, 50],
		)
		bench.apply('Bring a photo in', (s) => addPhoto(s, other))
		const arrange = createArrange(bench)
		drag(arrange, [370, 100], [371, 100])
		expect(bench.selection().photo).toBe(photo(bench, 0).id)
		drag(arrange, [430, 100], [431, 100])
		expect(bench.selection().photo).toBe(other.id)
	})
})

describe('Arrange on guides', () => {
	function guideBench() {
		const bench = photoBench()
		bench.apply('Lay', (s) => addGuides(s, [newGuide('x', 150), newGuide('y', 40)]))
		return bench
	}
	const places = (bench: HandyBench) => bench.sheet().guides.map((g) => g.at)

	test('a guide is dragged along its axis, to whole px; the photo stays', () => {
		const bench = guideBench()
		const arrange = createArrange(bench)
		drag(arrange, [151, 100], [180.4, 250])
		expect(places(bench)).toEqual([180, 40])
		near(lies(bench).centre, [200, 150])
		expect(arrange.hint()).toContain('guide')
	})

	test('Delete removes the one under the pointer', () => {
		const bench = guideBench()
		const arrange = createArrange(bench)
		arrange.move(at([300, 41]))
		expect(arrange.overlay().guide).toMatchObject({ axis: 'y', at: 40 })
		expect(press(arrange, 'delete')).toBe(true)
		expect(places(bench)).toEqual([150])
	})

	test.each(['guidesLocked', 'guidesHidden'] as const)('%s: nothing takes hold of them', (how) => {
		const bench = guideBench()
		bench.apply('Set', (s) => changeGuides(s, { [how]: true }))
		drag(createArrange(bench), [150, 100], [180, 100])
		expect(places(bench)).toEqual([150, 40])
	})
})
