import { expect, test } from 'vitest'
import { groupPath, groupPieces } from '../../path/groups'
import { emptySheet, newPiece, type Sheet } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'
import { readSvg } from './readSvg'
import { formatSvg } from './writeSvg'

const paths = (text: string) => {
	const { pieces, groups = [] } = readSvg(`<svg viewBox="0 0 99 99">${text}</svg>`)
	const name = new Map(groups.map((group) => [group.id, group.name]))
	return pieces.map((piece) =>
		[...groupPath({ groups }, piece.group).map((id) => name.get(id)), piece.name].join(' / '),
	)
}
const box = (id: string) => `<rect id="${id}" width="9" height="9"/>`

test('elements that hold several things become groups, by their titles or ids', () => {
	expect(
		paths(
			`${box('board')}<g id="fruit">${box('pear')}<g><title>Apple &amp; leaf</title>${box('apple')}${box('leaf')}</g></g>`,
		),
	).toEqual([
		'board',
		'fruit / pear',
		'fruit / Apple & leaf / apple',
		'fruit / Apple & leaf / leaf',
	])
})

test('one thing is no group, nor is the whole drawing, nor an element round another', () => {
	expect(paths(`<g id="all"><g id="one">${box('a')}</g>${box('b')}</g>`)).toEqual(['a', 'b'])
	expect(paths(`${box('a')}<g id="x"><g id="y">${box('b')}${box('c')}</g></g>`)).toEqual([
		'a',
		'y / b',
		'y / c',
	])
})

test('what is used twice is two groups', () => {
	const { groups } = readSvg(
		`<svg viewBox="0 0 99 99"><defs><g id="pair">${box('a')}${box('b')}</g></defs>${box('c')}<use href="#pair"/><use href="#pair" x="20"/></svg>`,
	)
	expect(groups?.map(({ name }) => name)).toEqual(['pair', 'pair'])
	expect(new Set(groups?.map(({ id }) => id)).size).toBe(2)
})

test('groups in groups are written, and read again as they were', () => {
	const pieces = ['a', 'b', 'c', 'd'].map((id) => ({
		...newPiece(id, parsePathData('M0 0h8v8z')),
		id,
	}))
	const inner = groupPieces(
		addPieces(emptySheet('Stall', 50, 50), pieces),
		new Set('bc'),
		'Pear & leaf',
	)
	const sheet = groupPieces(inner, new Set('abc'), 'Fruit')
	const back = readSvg(formatSvg(sheet))
	const told = ({ groups = [], pieces: all }: Pick<Sheet, 'groups' | 'pieces'>) =>
		all.map((piece) => [
			...groupPath({ groups }, piece.group).map((id) => groups.find((g) => g.id === id)?.name),
			piece.name,
		])
	expect(told(back)).toEqual(told(sheet))
	expect(told(back)[1]).toEqual(['Fruit', 'Pear & leaf', 'b'])
})
