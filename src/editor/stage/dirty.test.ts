import { describe, expect, test } from 'vitest'
import type { Viewport } from '@/editor/session/view'
import { createDirty, drawPart } from './dirty'

const box = (minX: number, minY: number, maxX: number, maxY: number) => ({ minX, minY, maxX, maxY })

describe('what of a layer is dirty', () => {
	test('is all of it at first, then the box round what was told', () => {
		const dirty = createDirty()
		expect(dirty.take()).toBe('all')
		dirty.add(box(0, 0, 10, 10))
		dirty.add(box(20, 5, 30, 8))
		expect(dirty.take()).toEqual(box(0, 0, 30, 10))
	})

	test('is all of it once anything told so, and then nothing', () => {
		const dirty = createDirty()
		dirty.take()
		dirty.add(box(0, 0, 1, 1))
		dirty.add('all')
		dirty.add(box(0, 0, 1, 1))
		expect(dirty.take()).toBe('all')
		expect(dirty.take()).toBeNull()
	})
})

describe('drawing a part', () => {
	const viewport: Viewport = {
		view: { scale: 2, x: 0.3, y: 0 },
		size: { width: 400, height: 300 },
		ratio: 1.5,
		line: { colour: '#000000', width: 1, strength: 1 },
	}

	/** A canvas that tells what it is asked. */
	function context() {
		const calls: (readonly [string, ...unknown[]])[] = []
		const ctx = new Proxy({} as CanvasRenderingContext2D, {
			get:
				(_, name) =>
				(...args: unknown[]) =>
					calls.push([String(name), ...args]),
		})
		return { ctx, calls }
	}

	test('clears and clips on whole device px, the margin round the part included', () => {
		const { ctx, calls } = context()
		let drawn: Viewport | null = null
		drawPart(ctx, box(10, 10, 20, 30), viewport, 8, (to) => {
			drawn = to
		})
		expect(drawn).toMatchObject({ within: box(6, 6, 24, 34) })
		const [, x, y, width, height] = calls.find(([name]) => name === 'rect') as [string, ...number[]]
		for (const edge of [x!, y!, x! + width!, y! + height!])
			expect(edge * 1.5).toBeCloseTo(Math.round(edge * 1.5), 9)
		expect(x).toBeLessThanOrEqual(12.3)
		expect(x! + width!).toBeGreaterThanOrEqual(48.3)
		expect(calls.find(([name]) => name === 'clearRect')).toEqual(['clearRect', x, y, width, height])
		expect(calls.at(-1)).toEqual(['restore'])
	})

	test('all of it is cleared without a clip', () => {
		const { ctx, calls } = context()
		drawPart(ctx, 'all', viewport, 8, (to) => expect(to.within).toBeUndefined())
		expect(calls.some(([name]) => name === 'clip')).toBe(false)
		expect(calls).toContainEqual(['clearRect', 0, 0, 400, 300])
	})
})
