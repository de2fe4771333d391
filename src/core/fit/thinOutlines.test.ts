import { describe, expect, test } from 'vitest'
import { polar } from '../geometry/point'
import { deviation } from '../measure/deviation'
import type { Contour } from '../path/model'
import { parsePathData } from '../path/pathData'
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
})
