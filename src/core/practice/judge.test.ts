import { expect, test } from 'vitest'
import { newPiece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import type { OffPhoto } from '../proof/strays'
import { judged } from './judge'

const EGG =
	'M500 130C600 130 690 290 690 430C690 540 605 620 500 620C395 620 310 540 310 430C310 290 400 130 500 130Z'
const piece = (d: string) => newPiece('Egg', parsePathData(d))
/** Places along an outline, so far off each. */
const offBy = (outline: string, ...offs: number[]): OffPhoto[] =>
	offs.map((off, k) => ({ at: [500 + k, 130], off, outline, nodes: [] }))
const mistakes = (d: string, samples: OffPhoto[] = [], allowed = 1) =>
	judged([piece(d)], samples, allowed).remarks.map(({ mistake }) => mistake)

test('a trace as it should be is told nothing; its figures say so', () => {
	const egg = piece(EGG)
	const found = judged([egg], offBy(egg.contours[0]!.id, 0.2, -0.4, Number.NaN, 0.3), 1)
	expect(found).toMatchObject({
		nodes: 4,
		least: 4,
		deviation: 0.4,
		outlines: { right: 1, of: 1 },
		outermost: { right: 4, of: 4 },
		level: { right: 4, of: 4 },
		remarks: [],
	})
	expect(judged([egg], [], 1).deviation).toBeNull()
})

test('what strays from the photo is told by how far, on which side, and first where it costs most', () => {
	const egg = piece(EGG)
	const { id } = egg.contours[0]!
	const out = judged([egg], offBy(id, 0, 4.5, 5, 4, 0), 1).remarks[0]
	expect(out).toMatchObject({ mistake: 'strays outside', amount: 5, at: [502, 130] })
	const into = judged([egg], offBy(id, 0, -2, -3, -2, 0), 1).remarks[0]
	expect(into).toMatchObject({ mistake: 'strays inside', amount: 3 })
})

test('what holds of any trace is called as in the drills', () => {
	expect(mistakes(EGG.replace('Z', ''))).toContain('open')
	expect(mistakes('M100 100L500 500L500 100L100 500Z')).toContain('crosses itself')
	expect(
		mistakes(EGG.replace('600 130 690', '600 134 690').replace('400 130 500', '400 126 500')),
	).toContain('not level')
	const many = Array.from({ length: 80 }, (_, k) => {
		const angle = (k * Math.PI) / 40
		return `${(500 + 200 * Math.cos(angle)).toFixed(2)} ${(400 + 200 * Math.sin(angle)).toFixed(2)}`
	})
	expect(mistakes(`M${many.join('L')}Z`)[0]).toBe('needless nodes')
})
