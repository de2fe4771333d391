import { expect, test } from 'vitest'
import { fontChosen } from './fontChoice'

const chosen = (families: readonly string[], weight = 400, italic = false) => {
	const { font, standsIn, ...rest } = fontChosen({ families, weight, italic })
	return { id: font.id, standsIn, ...rest }
}

test('a family by its name, in the style and weight that are asked for', () => {
	expect(chosen(['figtree'], 650)).toEqual({ id: 'figtree', weight: 650, standsIn: false })
	expect(chosen(['Figtree'], 1000, true)).toEqual({
		id: 'figtree-italic',
		weight: 900,
		standsIn: false,
	})
	expect(chosen(['Amiri'], 700)).toEqual({ id: 'amiri-bold', standsIn: false })
	expect(chosen(['Rye'], 700)).toEqual({ id: 'rye', standsIn: false })
})

test('a kind alone is had; a kind after a family that is not here stands in for it', () => {
	expect(chosen(['serif'])).toEqual({ id: 'amiri', standsIn: false })
	expect(chosen(['Nowhere', 'monospace'])).toMatchObject({ id: 'spline-sans-mono', standsIn: true })
	expect(chosen(['Nowhere', 'Lobster', 'serif'])).toEqual({ id: 'lobster', standsIn: false })
	expect(chosen(['Nowhere'])).toMatchObject({ id: 'figtree', standsIn: true })
	expect(chosen([])).toMatchObject({ id: 'figtree', standsIn: false })
})
