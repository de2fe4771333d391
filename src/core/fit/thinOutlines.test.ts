import { describe, expect, test } from 'vitest'
import { polar } from '../geometry/point'
import { deviation } from '../measure/deviation'
import type { Contour } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { type ThinSettings, thinOutlines } from './thinOutlines'

const SETTINGS: ThinSettings = {
	tolerance: 0.8,
	ease: 0,
	keepCorners: true,
	preferExtrema: true,
	levelled: true,
}

const ring: Contour = {
	id: 'ring',
	closed: true,
	nodes: Array.from({ length: 150 }, (_, i) => {
		const [x, y] = polar((i / 150) * 2 * Math.PI, 200 + 25 * Math.sin((i / 150) * 6 * Math.PI))
		return { id: `node-${i}`, at: [x, y] as const, kind: 'corner' as const }
	}),
}

describe('what thinning would make of outlines', () => {
	test('every node goes, stays or moves, and the figures add up', () => {
		const still = parsePathData('M0 0H90V90Z')
		const preview = thinOutlines(
			[{ contour: ring }, ...still.map((contour) => ({ contour }))],
			SETTINGS,
		)
		expect(preview.before).toBe(150 + still.reduce((sum, { nodes }) => sum + nodes.length, 0))
		const [made] = preview.contours
		expect(made?.id).toBe('ring')
		expect(preview.after).toBe(preview.before - 150 + (made?.nodes.length ?? 0))
		const old = preview.moving.filter(({ from, to }) => from !== to).length
		expect(preview.going.length + preview.staying.length + old).toBe(150)
		expect(preview.deviation).toBeLessThanOrEqual(0.8)
		expect(preview.worst).toBeDefined()
		const apart = deviation([ring], made ? [made] : []).max
		expect(Math.abs(preview.deviation - apart)).toBeLessThan(0.05)
	})

	test('eased, the whole still lies within the tolerance', () => {
		for (const ease of [0.5, 1]) {
			const [made] = thinOutlines([{ contour: ring }], { ...SETTINGS, ease }).contours
			expect(deviation([ring], made ? [made] : []).max).toBeLessThanOrEqual(0.8 * 1.02)
		}
	})

	test('where nothing changes there is nothing to show', () => {
		const thinned = thinOutlines([{ contour: ring }], SETTINGS).contours
		const again = thinOutlines(
			thinned.map((contour) => ({ contour })),
			SETTINGS,
		)
		expect(again).toMatchObject({ contours: [], deviation: 0, going: [], moving: [], profile: [] })
		expect(again.after).toBe(again.before)
	})

	test('what is nearly symmetric becomes so wholly where that is wished; what is not says what it would take', () => {
		const leaf = parsePathData(
			'M100 20C140 60 150 120 131 170C125 190 110 200 100 220C91 200 75 190 69.5 170C50 120 60.4 60 100 20Z',
		)
		const lopsided = parsePathData('M0 0C80 -40 200 20 240 120C120 90 60 200 30 150Z')
		const targets = [...leaf, ...lopsided].map((contour) => ({ contour }))
		const wish = { ...SETTINGS, symmetric: true }
		const preview = thinOutlines(targets, wish)
		const made = preview.contours.find(({ id }) => id === leaf[0]?.id)
		const xs = made?.nodes.map(({ at }) => at[0]).sort((a, b) => a - b) ?? []
		for (const [k, x] of xs.entries())
			expect(x + (xs[xs.length - 1 - k] ?? 0)).toBeCloseTo((xs[0] ?? 0) + (xs.at(-1) ?? 0), 6)
		expect(deviation(leaf, made ? [made] : []).max).toBeLessThanOrEqual(SETTINGS.tolerance)
		expect(preview.lopsided?.count).toBe(1)
		expect(preview.lopsided?.needs).toBeGreaterThan(SETTINGS.tolerance)
		expect(thinOutlines(made ? [{ contour: made }] : [], wish).contours).toEqual([])
		expect(thinOutlines(targets, SETTINGS).lopsided).toBeUndefined()
	})
})
