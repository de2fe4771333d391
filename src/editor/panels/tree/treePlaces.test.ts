import { describe, expect, test } from 'vitest'
import {
	addPieces,
	emptySheet,
	groupPath,
	groupPieces,
	layPieces,
	newPiece,
	parsePathData,
	piecesIn,
	type Sheet,
} from '@/core'
import { type DropSide, placeBeside, placeOneStep } from './treePlaces'
import { treeRows } from './treeRows'

const NOTHING: ReadonlySet<string> = new Set()

function stall(): Sheet {
	const pieces = [...'abcd'].map((id) => ({
		...newPiece(id, parsePathData('M0 0h8v8z')),
		id,
	}))
	return groupPieces(addPieces(emptySheet('Stall', 50, 50), pieces), new Set('bc'), 'Fruit')
}
const fruit = (sheet: Sheet) => sheet.groups?.[0]?.id ?? ''

/** The list as it reads from top to bottom, what lies in a group set in. */
function listed(sheet: Sheet, folded = NOTHING): string {
	return treeRows(sheet, folded)
		.map((row) => '-'.repeat(row.depth) + (row.what === 'group' ? row.group.name : row.piece.name))
		.join(' ')
}
const own = (sheet: Sheet, key: string) => {
	const held = piecesIn(sheet, key).map(({ id }) => id)
	return new Set(held.length > 0 ? held : [key])
}
const step = (sheet: Sheet, key: string, way: 'up' | 'down', folded = NOTHING) => {
	const place = placeOneStep(sheet, treeRows(sheet, folded), key, way)
	return place ? layPieces(sheet, own(sheet, key), place) : sheet
}
const dropped = (sheet: Sheet, key: string, on: string, side: DropSide, folded = NOTHING) => {
	const row = treeRows(sheet, folded).find((one) => one.key === on)
	return row ? layPieces(sheet, own(sheet, key), placeBeside(sheet, row, side)) : sheet
}

test('the topmost is listed first, a group above what it holds; folded it stands alone', () => {
	const sheet = stall()
	expect(listed(sheet)).toBe('d Fruit -c -b a')
	expect(listed(sheet, new Set([fruit(sheet)]))).toBe('d Fruit a')
})

describe('a step with the keys', () => {
	test('down the whole list, a piece goes through the group and out of it', () => {
		let sheet = stall()
		const seen = [1, 2, 3, 4, 5].map(() => {
			sheet = step(sheet, 'd', 'down')
			return listed(sheet)
		})
		expect(seen).toEqual([
			'Fruit -d -c -b a',
			'Fruit -c -d -b a',
			'Fruit -c -b -d a',
			'Fruit -c -b d a',
			'Fruit -c -b a d',
		])
		expect(step(sheet, 'd', 'down')).toBe(sheet)
	})

	test('and up again the same way', () => {
		let sheet = stall()
		const seen = [1, 2, 3, 4, 5].map(() => {
			sheet = step(sheet, 'a', 'up')
			return listed(sheet)
		})
		expect(seen).toEqual([
			'd Fruit -c -b -a',
			'd Fruit -c -a -b',
			'd Fruit -a -c -b',
			'd a Fruit -c -b',
			'a d Fruit -c -b',
		])
		expect(step(sheet, 'a', 'up')).toBe(sheet)
	})

	test('a group moves past others with all it holds; past a folded one goes everything', () => {
		const sheet = stall()
		const group = fruit(sheet)
		expect(listed(step(sheet, group, 'up'))).toBe('Fruit -c -b d a')
		expect(listed(step(sheet, group, 'down'))).toBe('d a Fruit -c -b')
		expect(listed(step(sheet, 'd', 'down', new Set([group])))).toBe('Fruit -c -b d a')
		expect(listed(step(sheet, 'a', 'up', new Set([group])))).toBe('d a Fruit -c -b')
	})
})

describe('a row that is dragged', () => {
	test('comes to lie beside another, in the group that the other is in', () => {
		const sheet = stall()
		expect(listed(dropped(sheet, 'd', 'b', 'above'))).toBe('Fruit -c -d -b a')
		expect(listed(dropped(sheet, 'c', 'a', 'below'))).toBe('d Fruit -b a c')
	})

	test('into a group, above it, below it when it is folded', () => {
		const sheet = stall()
		const group = fruit(sheet)
		expect(listed(dropped(sheet, 'a', group, 'into'))).toBe('d Fruit -a -c -b')
		expect(listed(dropped(sheet, 'a', group, 'above'))).toBe('d a Fruit -c -b')
		expect(listed(dropped(sheet, 'd', group, 'below', new Set([group])))).toBe('Fruit -c -b d a')
	})

	test('a group dragged into another lies in it', () => {
		const two = groupPieces(stall(), new Set('ad'), 'Board')
		const board = two.groups?.find(({ name }) => name === 'Board')?.id ?? ''
		const sheet = dropped(two, fruit(two), board, 'into')
		expect(listed(sheet)).toBe('Board -Fruit --c --b -d -a')
		expect(groupPath(sheet, fruit(two))).toEqual([board, fruit(two)])
	})
})
