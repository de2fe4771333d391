import { expect, test } from 'vitest'
import type { SheetSummary } from '@/store/database'
import { shownSheets } from './shownSheets'

const sheet = (name: string, nodes: number, editedAt: number) =>
	({ id: name, name, nodes, editedAt }) as SheetSummary
const all = [sheet('Prop 10', 5, 3), sheet('Prop 9', 80, 1), sheet('Crème lantern', 20, 2)]
const names = (wanted: string, order: Parameters<typeof shownSheets>[2]) =>
	shownSheets(all, wanted, order).map(({ name }) => name)

test('each order', () => {
	expect(names('', 'edited')).toEqual(['Prop 10', 'Crème lantern', 'Prop 9'])
	expect(names('', 'name')).toEqual(['Crème lantern', 'Prop 9', 'Prop 10'])
	expect(names('', 'nodes')).toEqual(['Prop 9', 'Crème lantern', 'Prop 10'])
})

test('every word is looked for, without capitals and accents', () => {
	expect(names('LANTERN creme', 'edited')).toEqual(['Crème lantern'])
	expect(names(' prop ', 'name')).toEqual(['Prop 9', 'Prop 10'])
	expect(names('prop lantern', 'name')).toEqual([])
})
