import { expect, test } from 'vitest'
import { formatSvg } from '../svg/writeSvg'
import { keySheet } from '../testing/keySheet'
import { paintedSheet } from '../testing/paintedSheet'
import { overlapOfInk, seenEps, seenSvg, shareOfDifferent } from '../testing/readers'
import { writeEps } from './writeEps'

/** A page of whole points, so that its pixels are those of the SVG. */
const sheet = { ...paintedSheet(), mmPerPx: 25.4 / 72 }

test('another reader sees every paint and line as the SVG shows them', async () => {
	const eps = await seenEps(writeEps(sheet), 2)
	expect([eps.width, eps.height]).toEqual([800, 600])
	const svg = await seenSvg(formatSvg(sheet), 800, 600)
	expect(overlapOfInk(eps, svg)).toBeGreaterThan(0.97)
	expect(shareOfDifferent(eps, svg, 60)).toBeLessThan(0.02)
})

test('a silhouette is the SVG’s to two in a thousand', async () => {
	const key = { ...keySheet(), mmPerPx: 25.4 / 72 }
	const eps = await seenEps(writeEps(key), 4)
	expect(overlapOfInk(eps, await seenSvg(formatSvg(key), 1600, 640))).toBeGreaterThan(0.998)
})

test('it says how large it is, to four digits of a point, and which language it is in', () => {
	const text = writeEps(paintedSheet())
	expect(text.startsWith('%!PS-Adobe-3.0 EPSF-3.0\n')).toBe(true)
	const [, width, height] = /HiResBoundingBox: 0 0 ([\d.]+) ([\d.]+)/.exec(text) ?? []
	expect((Number(width) * 25.4) / 72).toBeCloseTo(200, 2)
	expect((Number(height) * 25.4) / 72).toBeCloseTo(150, 2)
	expect(text).toMatch(/^[\n\x20-\x7e]*$/)
})

test('a name in other letters breaks no line of it', async () => {
	const text = writeEps({ ...sheet, name: 'Möwe\n)%%EOF 灯' })
	expect(text).toContain('%%Title: Mowe)%%EOF \n')
	expect((await seenEps(text, 1)).width).toBe(400)
})
