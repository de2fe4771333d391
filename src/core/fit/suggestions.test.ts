import { describe, expect, test } from 'vitest'
import { parsePathData } from '../formats/pathData'
import { deviation } from '../measure/deviation'
import { inferKinds } from '../path/kinds'
import { type Contour, newId } from '../path/model'
import { insertNode } from '../path/nodes'
import { sheetOf } from '../path/testing/arbitrary'
import { followSuggestion, suggestionsFor } from './suggestions'

const round = (): Contour =>
	parsePathData(
		'M100 0C155 0 200 45 200 100C200 155 155 200 100 200C45 200 0 155 0 100C0 45 45 0 100 0Z',
	)[0] as Contour

describe('what could be better about an outline', () => {
	test('nothing about a well drawn circle', () => {
		expect(suggestionsFor(round())).toEqual([])
	})

	test('a node in the middle of an arc is needless, and goes', () => {
		const sheet = sheetOf(round())
		const more = insertNode(sheet, sheet.pieces[0]!.contours[0]!.id, 1, 0.5).sheet
		const contour = more.pieces[0]!.contours[0]!
		const found = suggestionsFor(contour)
		expect(found.map(({ what }) => what)).toContain('needless')
		const after = followSuggestion(more, found.find(({ what }) => what === 'needless')!)
		const [left] = after.pieces[0]!.contours
		expect(left!.nodes).toHaveLength(4)
		expect(deviation([contour], [left!]).max).toBeLessThan(0.36)
	})

	test('a curve without a node at its outermost point is told of it, and gets one', () => {
		const arch = inferKinds({ ...parsePathData('M0 100C0 -60 160 -60 160 100')[0]!, id: newId() })
		const found = suggestionsFor(arch)
		expect(found.map(({ what }) => what)).toEqual(['outermost'])
		expect(found[0]!.at[0]).toBeCloseTo(80)
		const after = followSuggestion(sheetOf(arch), found[0]!)
		expect(after.pieces[0]!.contours[0]!.nodes).toHaveLength(3)
	})

	test('a join that all but runs on is made smooth, short handles give a corner', () => {
		const bent = inferKinds(parsePathData('M0 0C20 -20 60 -20 80 0C100 22 120 40 160 40')[0]!)
		const join = suggestionsFor(bent).find(({ what }) => what === 'nearly-smooth')
		expect(join?.at).toEqual([80, 0])
		expect(followSuggestion(sheetOf(bent), join!).pieces[0]!.contours[0]!.nodes[1]?.kind).toBe(
			'smooth',
		)
		const stub = inferKinds(parsePathData('M0 0C20 -20 58.6 -1.4 60 0C61.4 1.4 80 50 120 40')[0]!)
		const corner = suggestionsFor(stub).find(({ what }) => what === 'nearly-corner')
		expect(corner?.at).toEqual([60, 0])
		expect(followSuggestion(sheetOf(stub), corner!).pieces[0]!.contours[0]!.nodes[1]?.kind).toBe(
			'corner',
		)
	})
})
