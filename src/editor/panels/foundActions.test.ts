import { expect, test } from 'vitest'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import { actionsOf } from './actions'
import { EVERYDAY } from './everydayWords'
import { found, inOrder } from './foundActions'

const { open, ...rest } = handyWorkbench('M0 0H100V100H0Z')
const workbench = { open, ...rest } as unknown as Parameters<typeof actionsOf>[0]
open.select({ piece: open.sheet().pieces[0]?.id ?? null, contour: null, nodes: new Set() })
const actions = actionsOf(workbench)
const names = (typed: string) => found(actions, typed).map(({ name }) => name)

test.each([
	['download', ['File', 'Export', 'Save the sheet as a file']],
	['print', ['File', 'Export']],
	['rotate', ['Place', 'Arrange', 'Arrange photos']],
	['crop', ['File', 'Place', 'Export']],
	['scale', ['Place', 'Arrange', 'Arrange photos', 'Real size', 'File']],
	['erase', ['Delete what is chosen', 'Remove']],
	['delete', ['Delete what is chosen', 'Remove']],
	['simplify', ['Thin']],
	['flip', ['Mirror left and right', 'Mirror top and bottom', 'Place']],
	['copy', ['Copy what is chosen']],
	['transparent', ['Cut-out of the photo', 'File', 'Export', 'Fill']],
	['brush', ['Lift', 'Pencil']],
	['auto', ['Lift', 'Edge pen', 'Shades']],
	['hole', ['Openings and islands', 'Cut', 'Combine pieces']],
	['save', ['Save the sheet as a file']],
	['undo', ['Undo']],
] as const)('who looks for “%s” finds it first', (word, wanted) => {
	expect(wanted).toContain(names(word)[0])
})

test('every name that has everyday words is one of something', () => {
	const known = new Set([...actions.map(({ name }) => name), 'All keys', 'By day or by lamplight'])
	expect(Object.keys(EVERYDAY).filter((name) => !known.has(name))).toEqual([])
})

test('what was used lately comes first, then the pass at hand', () => {
	const ordered = inOrder(actions, 'Cut', ['Fit the sheet'])
	expect(ordered[0]).toMatchObject({ group: 'Used lately', name: 'Fit the sheet' })
	expect(ordered[1]?.group).toBe('Cut')
	expect(ordered.filter(({ name }) => name === 'Fit the sheet')).toHaveLength(1)
	// Groups stay together.
	const groups = ordered.map(({ group }) => group).filter((group, i, all) => group !== all[i - 1])
	expect(groups).toHaveLength(new Set(groups).size)
})
