import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { newPiece, type Piece, parsePathData } from '@/core'
import type { Viewport } from '@/editor/session/view'
import { createFarPicture, type PaintPieces } from './farPicture'
import { isFar } from './isFar'

/** A canvas of which only its size, the clip and what is laid down matter. */
function canvas() {
	const laid: { from: unknown; map: readonly number[] }[] = []
	let map: readonly number[] = [1, 0, 0, 1, 0, 0]
	const ctx = new Proxy(
		{ canvas: { width: 400, height: 300 }, laid },
		{
			get: (target, name) => {
				if (name in target) return Reflect.get(target, name)
				return (...args: unknown[]) => {
					if (name === 'setTransform') map = args as number[]
					if (name === 'drawImage') laid.push({ from: args[0], map })
				}
			},
		},
	)
	return ctx as unknown as CanvasRenderingContext2D & { laid: typeof laid }
}

beforeEach(() => {
	vi.stubGlobal('document', {
		createElement: () => {
			const made = { getContext: () => Object.assign(canvas(), { canvas: made }) }
			return made
		},
	})
})
afterEach(() => vi.unstubAllGlobals())

const COLUMNS = 120
const STEP_PX = 3
const squares = (count: number): string =>
	Array.from({ length: count }, (_, k) => {
		const [x, y] = [(k % COLUMNS) * STEP_PX, Math.floor(k / COLUMNS) * STEP_PX]
		return `M${x} ${y}h2v2h-2z`
	}).join('')

const many = newPiece('Screen', parsePathData(squares(12_000)))
const viewport: Viewport = {
	view: { scale: 1, x: 0, y: 0 },
	size: { width: 400, height: 300 },
	ratio: 1,
	line: { colour: '#000000', width: 1, strength: 1 },
}

function farPicture(pieces: readonly Piece[]) {
	const painted: { ids: string[]; within: Viewport['within'] }[] = []
	const paint: PaintPieces = (_, { within }, some) =>
		painted.push({ ids: some.flatMap(({ contours }) => contours.map(({ id }) => id)), within })
	const far = createFarPicture(paint, () => pieces)
	const ctx = canvas()
	const finish = (to = viewport) => {
		let frames = 1
		while (far.draw(ctx, null, to)) frames++
		return frames
	}
	return { far, ctx, painted, finish }
}

describe('a picture that takes longer than a frame', () => {
	test('is that of many outlines, in one piece or in many', () => {
		expect(isFar([many])).toBe(true)
		expect(isFar(many.contours.map((c) => newPiece('Square', [c])))).toBe(true)
		expect(isFar([newPiece('Few', many.contours.slice(0, 100))])).toBe(false)
	})

	test('holds every outline in the end, a few hundred at a time', () => {
		const { far, ctx, painted, finish } = farPicture([many])
		expect(far.draw(ctx, 'all', viewport)).toBe(true)
		finish()
		const drawn = new Set(painted.flatMap(({ ids }) => ids))
		expect(drawn.size).toBe(many.contours.length)
		for (const { ids } of painted) expect(ids.length).toBeLessThan(800)
	})

	test('until it is done the one before stands in, moved with the view', () => {
		const { far, ctx, finish } = farPicture([many])
		far.draw(ctx, 'all', viewport)
		finish()
		const before = ctx.laid.at(-1)
		const near: Viewport = { ...viewport, view: { scale: 1.1, x: -50, y: 10 } }
		expect(far.draw(ctx, 'all', near)).toBe(true)
		expect(ctx.laid.at(-1)).toEqual({ from: before?.from, map: [1.1, 0, 0, 1.1, -50, 10] })
		finish(near)
		expect(ctx.laid.at(-1)?.from).not.toBe(before?.from)
		expect(ctx.laid.at(-1)?.map).toEqual([1, 0, 0, 1, 0, 0])
	})

	test('is begun anew where the view was left behind before it was done', () => {
		const { far, ctx, painted, finish } = farPicture([many])
		far.draw(ctx, 'all', viewport)
		const near: Viewport = { ...viewport, view: { scale: 20, x: -2000, y: -2000 } }
		painted.length = 0
		far.draw(ctx, 'all', near)
		finish(near)
		const drawn = new Set(painted.flatMap(({ ids }) => ids))
		expect(drawn.size).toBeGreaterThan(0)
		expect(drawn.size).toBeLessThan(200)
	})

	test('of an edit only what it touched is drawn, at once', () => {
		const { far, ctx, painted, finish } = farPicture([many])
		far.draw(ctx, 'all', viewport)
		finish()
		painted.length = 0
		expect(far.draw(ctx, { minX: 60, minY: 60, maxX: 62, maxY: 62 }, viewport)).toBe(false)
		expect(painted).toHaveLength(1)
		expect(painted[0]?.ids).toContain(many.contours[20 * COLUMNS + 20]?.id)
		expect(painted[0]?.ids.length).toBeLessThan(1500)
	})

	test('what changes while it is drawn is in it when it is done', () => {
		const { far, ctx, painted, finish } = farPicture([many])
		far.draw(ctx, 'all', viewport)
		far.draw(ctx, 'all', viewport)
		finish()
		const last = many.contours.at(-1)?.id ?? ''
		expect(painted.filter(({ ids }) => ids.includes(last)).length).toBeGreaterThan(1)
	})

	test('pieces that are hidden are not in it, wide strokes are as far as they reach', () => {
		const wide = newPiece('Wide', parsePathData('M900 0h4v4z'))
		const stroke = {
			...many.stroke,
			width: 600,
			paint: { kind: 'solid', colour: '#000000' } as const,
		}
		const hidden = newPiece('Hidden', parsePathData('M0 0h4v4z'))
		const { far, ctx, painted, finish } = farPicture([
			many,
			{ ...hidden, hidden: true },
			{ ...wide, stroke },
		])
		far.draw(ctx, 'all', viewport)
		finish()
		const drawn = new Set(painted.flatMap(({ ids }) => ids))
		expect(drawn.has(wide.contours[0]?.id ?? '')).toBe(true)
		expect(drawn.has(hidden.contours[0]?.id ?? '')).toBe(false)
	})
})
