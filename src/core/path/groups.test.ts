import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { cases } from '../testing/cases'
import { duplicatePieces } from './arrangePieces'
import {
	groupPath,
	groupPieces,
	hideGroup,
	layOutermost,
	layPieces,
	lockGroup,
	piecesIn,
	settleGroups,
	ungroup,
	wholeGroups,
	withFreshGroups,
} from './groups'
import { guarded } from './guarded'
import { emptySheet, newPiece, type Sheet } from './model'
import { flawsOf, normalised } from './normalise'
import { parsePathData } from './parsePathData'
import { addPieces, changePiece, removePieces, reorderPiece } from './pieces'

/** Squares named a, b, c, … from the lowest up; a piece's id is its name. */
function squares(names: string): Sheet {
	const pieces = [...names].map((name, i) => ({
		...newPiece(name, parsePathData(`M${i * 10} 0h8v8h-8z`)),
		id: name,
	}))
	return addPieces(emptySheet('Stall', 100, 100), pieces)
}

/** The tree from the lowest up, groups in brackets: `a(bc)d`. */
function tree(sheet: Sheet): string {
	let open: readonly string[] = []
	let text = ''
	for (const piece of [...sheet.pieces, null]) {
		const path = piece ? groupPath(sheet, piece.group) : []
		const apart = open.findIndex((id, k) => id !== path[k])
		const kept = apart < 0 ? open.length : apart
		text += ')'.repeat(open.length - kept) + '('.repeat(path.length - kept) + (piece?.name ?? '')
		open = path
	}
	return text
}
const some = (names: string) => new Set(names)
const grouped = (sheet: Sheet, ...sets: string[]) =>
	sets.reduce((s, names) => groupPieces(s, some(names), `Group of ${names}`), sheet)
const groupNamed = (sheet: Sheet, names: string) =>
	sheet.groups?.find(({ name }) => name === `Group of ${names}`)?.id ?? ''

describe('grouping', () => {
	test('pieces come together where the topmost of them lies, in their order', () => {
		expect(tree(grouped(squares('abcde'), 'ad'))).toBe('bc(ad)e')
	})

	test('a group of groups holds them; a group of a part of one lies in it', () => {
		expect(tree(grouped(squares('abcd'), 'ab', 'abd'))).toBe('c((ab)d)')
		expect(tree(grouped(squares('abcd'), 'abcd', 'bc'))).toBe('(a(bc)d)')
		expect(tree(grouped(squares('abcd'), 'ab', 'cd', 'bc'))).toBe('(a)(bc)(d)')
	})

	test('the same pieces are not grouped twice, and nothing makes no group', () => {
		const once = grouped(squares('abc'), 'ab')
		expect(grouped(once, 'ab')).toBe(once)
		expect(grouped(once, '')).toBe(once)
	})

	test('taken apart, all lies as it did, in the group around where there is one', () => {
		const nested = grouped(squares('abcd'), 'ab', 'abd')
		expect(tree(ungroup(nested, groupNamed(nested, 'ab')))).toBe('c(abd)')
		const flat = ungroup(nested, groupNamed(nested, 'abd'))
		expect(tree(flat)).toBe('c(ab)d')
		expect(ungroup(flat, groupNamed(flat, 'ab')).groups).toBeUndefined()
	})

	test('wholly chosen groups are told, the outermost', () => {
		const nested = grouped(squares('abcd'), 'ab', 'abd')
		expect(wholeGroups(nested, some('abd')).map(({ name }) => name)).toEqual(['Group of abd'])
		expect(wholeGroups(nested, some('ab')).map(({ name }) => name)).toEqual(['Group of ab'])
		expect(wholeGroups(nested, some('ac'))).toEqual([])
	})
})

describe('moving in the tree', () => {
	test('into a group, out of it, and groups as a whole', () => {
		const sheet = grouped(squares('abcd'), 'bc')
		const within = groupNamed(sheet, 'bc')
		expect(tree(layPieces(sheet, some('d'), { at: 2, within }))).toBe('a(bdc)')
		expect(tree(layPieces(sheet, some('b'), { at: 4 }))).toBe('a(c)db')
		expect(tree(layPieces(sheet, some('bc'), { at: 0 }))).toBe('(bc)ad')
		expect(tree(layPieces(sheet, some('c'), { at: 1, within }))).toBe('a(cb)d')
	})

	test('a group goes into another and stays one; its last piece leaving, it is gone', () => {
		const sheet = grouped(squares('abcd'), 'ab', 'cd')
		const within = groupNamed(sheet, 'cd')
		expect(tree(layPieces(sheet, some('ab'), { at: 4, within }))).toBe('(cd(ab))')
		const alone = layPieces(sheet, some('a'), { at: 0 })
		expect(tree(alone)).toBe('a(b)(cd)')
		expect(tree(layPieces(alone, some('b'), { at: 0 }, new Set()))).toBe('ba(cd)')
	})

	test('above and below all others means those of the same group', () => {
		const sheet = grouped(squares('abcde'), 'bcd')
		expect(tree(layOutermost(sheet, some('b'), 'top'))).toBe('a(cdb)e')
		expect(tree(layOutermost(sheet, some('d'), 'bottom'))).toBe('a(dbc)e')
		expect(tree(layOutermost(sheet, some('bcd'), 'top'))).toBe('ae(bcd)')
		expect(tree(layOutermost(sheet, some('a'), 'top'))).toBe('(bcd)ea')
	})

	test('a piece laid between two of a group is of it', () => {
		const sheet = grouped(squares('abcd'), 'bc')
		expect(tree(normalised(reorderPiece(sheet, 'd', 2), sheet))).toBe('a(bdc)')
		expect(tree(normalised(removePieces(sheet, some('bc')), sheet))).toBe('ad')
	})
})

describe('hiding and locking', () => {
	test('with the group come back those that went with it, and no others', () => {
		const sheet = changePiece(grouped(squares('abc'), 'abc'), 'b', { hidden: true })
		const id = groupNamed(sheet, 'abc')
		const gone = hideGroup(sheet, id, true)
		expect(gone.pieces.every((piece) => piece.hidden)).toBe(true)
		const back = hideGroup(gone, id, false)
		expect(back.pieces.map((piece) => piece.hidden)).toEqual([false, true, false])
		expect(back.groups).toEqual(sheet.groups)
	})

	test('pieces locked one by one are unlocked together', () => {
		const sheet = grouped(squares('ab'), 'ab')
		const locked = ['a', 'b'].reduce((s, id) => changePiece(s, id, { locked: true }), sheet)
		const free = lockGroup(locked, groupNamed(sheet, 'ab'), false)
		expect(free.pieces.some((piece) => piece.locked)).toBe(false)
	})

	test('what is locked can still be grouped and moved in the tree', () => {
		const sheet = changePiece(squares('abc'), 'a', { locked: true })
		const { sheet: kept, kept: refused } = guarded(grouped(sheet, 'ac'), sheet)
		expect(refused).toEqual([])
		expect(tree(kept)).toBe('b(ac)')
	})
})

describe('copies', () => {
	test('a copied group is a group of its own above the first; of a part the copy stays in it', () => {
		const sheet = grouped(squares('abc'), 'ab')
		expect(tree(duplicatePieces(sheet, some('ab'), [5, 5]).sheet)).toBe('(ab)(a copyb copy)c')
		expect(tree(duplicatePieces(sheet, some('a'), [5, 5]).sheet)).toBe('(aa copyb)c')
	})

	test('what goes to another sheet takes along the groups that hold two of it', () => {
		const sheet = grouped(squares('abcd'), 'ab', 'abc')
		const taken = sheet.pieces.filter(({ id }) => 'abd'.includes(id))
		const { pieces, groups } = withFreshGroups(taken, sheet)
		const other = addPieces(emptySheet('Other', 10, 10), pieces, groups)
		expect(tree(other)).toBe('((ab))d')
		expect(flawsOf(other)).toEqual([])
		expect(groups.some(({ id }) => sheet.groups?.some((group) => group.id === id))).toBe(false)
		expect(withFreshGroups(taken.slice(1), sheet).groups).toEqual([])
	})
})

test('whatever is said of groups, settling them makes a sound tree of the same pieces', () => {
	const names = fc.constantFrom('p', 'q', 'r', 's', 'nowhere')
	const group = fc.record({ id: fc.constantFrom('p', 'q', 'r', 's'), within: fc.option(names) })
	fc.assert(
		fc.property(
			fc.array(fc.option(names), { maxLength: 12 }),
			fc.uniqueArray(group, { selector: ({ id }) => id }),
			(places, said) => {
				const plain = squares('abcdefghijkl'.slice(0, places.length))
				const wild: Sheet = {
					...plain,
					pieces: plain.pieces.map((piece, i) => {
						const to = places[i]
						return to ? { ...piece, group: to } : piece
					}),
					groups: said.map(({ id, within }) => ({ id, name: id, ...(within && { within }) })),
				}
				const settled = settleGroups(wild)
				expect(settled.pieces.map(({ id }) => id).sort()).toEqual(
					plain.pieces.map(({ id }) => id).sort(),
				)
				expect(settleGroups(settled)).toBe(settled)
				for (const { id } of settled.groups ?? []) {
					const held = piecesIn(settled, id)
					const from = settled.pieces.indexOf(held[0] as (typeof held)[number])
					expect(held.length).toBeGreaterThan(0)
					expect(settled.pieces.slice(from, from + held.length)).toEqual(held)
				}
			},
		),
		{ numRuns: cases(120) },
	)
})
