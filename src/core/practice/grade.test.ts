import { describe, expect, test } from 'vitest'
import { isSelfCrossing } from '../combine/selfCrossing'
import { obeysKind } from '../path/kinds'
import { DRILLS, drillNamed } from './drills'
import { grade } from './grade'
import type { Mistake } from './remarks'
import { mistakesOf, scaled, toldOtherwise } from './testing/mistakes'

const EACH = DRILLS.map((drill) => [drill.id, drill] as const)
const named = (id: string) => {
	const drill = drillNamed(id)
	if (!drill) throw new Error(`There is no drill ${id}.`)
	return drill
}

test('drills have ids of their own, in an order in which each skill is met', () => {
	expect(new Set(DRILLS.map(({ id }) => id)).size).toBe(DRILLS.length)
	for (const { answer, begin, width, height } of DRILLS)
		for (const contour of [...answer.contours, ...(begin?.contours ?? [])]) {
			for (const [k, { at }] of contour.nodes.entries()) {
				expect(at[0] > 0 && at[0] < width && at[1] > 0 && at[1] < height).toBe(true)
				expect(obeysKind(contour, k)).toBe(true)
			}
		}
})

describe.each(EACH)('%s', (_, drill) => {
	test('its own answer is full: done, each mark 1, nothing to remark', () => {
		const graded = grade(drill.answer, drill)
		expect(graded).toMatchObject({ done: true, share: 1, remarks: [] })
		expect(graded.figures.deviation).toBeLessThan(0.01)
		expect(drill.answer.contours.some((contour) => contour.closed && isSelfCrossing(contour))).toBe(
			false,
		)
	})

	test('it does not matter where outlines begin, which way they run, nor how large the sheet is', () => {
		for (const [, trace] of [['full', drill.answer] as const, ...mistakesOf(drill)]) {
			const plain = grade(trace, drill)
			// The fill rule is about which way outlines run.
			if (!drill.graded.includes('rule')) {
				const told = grade(toldOtherwise(trace), drill)
				expect(told.share).toBeCloseTo(plain.share, 6)
				expect(told.done).toBe(plain.done)
				expect(told.remarks.map(({ mistake }) => mistake).sort()).toEqual(
					plain.remarks.map(({ mistake }) => mistake).sort(),
				)
			}
			const larger = grade(scaled(trace, 3.7), { ...drill, answer: scaled(drill.answer, 3.7) })
			expect(larger.share).toBeCloseTo(plain.share, 6)
			expect(larger.done).toBe(plain.done)
		}
	})

	test('what is there at first is not done; three typical mistakes and more are called what they are', () => {
		if (drill.begin) expect(grade(drill.begin, drill).done).toBe(false)
		expect(grade({ contours: [], fillRule: 'nonzero' }, drill)).toMatchObject({ done: false })
		const mistakes = mistakesOf(drill)
		expect(mistakes.length).toBeGreaterThanOrEqual(3)
		for (const [mistake, trace] of mistakes) {
			const { done, share, remarks, marks, figures } = grade(trace, drill)
			expect(done, mistake).toBe(false)
			if (marks.edge !== undefined)
				expect(marks.edge === 1, mistake).toBe(figures.deviation <= figures.allowed)
			expect(share, mistake).toBeLessThan(1)
			expect(
				remarks.slice(0, 3).map((one) => one.mistake),
				mistake,
			).toContain(mistake)
		}
	})
})

describe('what is there at first', () => {
	test.each<[string, Mistake]>([
		['limb', 'part missing'],
		['broken', 'open'],
		['runaway', 'handle too long'],
		['knee', 'needless nodes'],
		['rule', 'fills two ways'],
		['stems', 'strays outside'],
	])('%s: %s comes first', (id, mistake) => {
		const drill = named(id)
		const [first] = drill.begin ? grade(drill.begin, drill).remarks : []
		expect(first?.mistake).toBe(mistake)
	})

	test('nothing drawn is told as the whole part that is missing', () => {
		const { remarks, figures } = grade({ contours: [], fillRule: 'nonzero' }, named('egg'))
		expect(remarks[0]?.mistake).toBe('part missing')
		expect(figures).toMatchObject({ nodes: 0, best: 4 })
	})
})
