import { describe, expect, test } from 'vitest'
import { boundsOf, parsePathData } from '@/core'
import { HOW_SIZE } from '@/editor/session/howDef'
import { PASSES } from './passes'

describe.each(PASSES.map((pass) => [pass.name, pass] as const))('how %s is worked', (_, pass) => {
	test('is told in three pictures and more, which hold what they show, and by its keys', async () => {
		const { frames, keys } = await pass.how()
		expect(frames.length).toBeGreaterThanOrEqual(3)
		expect(keys.length).toBeGreaterThanOrEqual(1)
		for (const { says, shapes, nodes = [], pointer } of frames) {
			expect(says.length).toBeLessThanOrEqual(90)
			for (const { d } of shapes)
				for (const contour of parsePathData(d)) {
					const { minX, minY, maxX, maxY } = boundsOf(contour)
					expect(minX >= 0 && minY >= 0).toBe(true)
					expect(maxX <= HOW_SIZE.width && maxY <= HOW_SIZE.height).toBe(true)
				}
			for (const [x, y] of [...nodes.map(({ at }) => at), ...(pointer ? [pointer] : [])])
				expect(x >= 0 && x <= HOW_SIZE.width && y >= 0 && y <= HOW_SIZE.height).toBe(true)
		}
	})
})
