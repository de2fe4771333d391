import { describe, expect, test } from 'vitest'
import { followed, hostsOf, withLettering } from '../letter/follow'
import { alongOf, wordsIn } from '../letter/testing/fonts'
import { deviation } from '../measure/deviation'
import { findings } from '../proof/findings'
import { limitsFor } from '../proof/limits'
import { duplicatePieces } from './arrangePieces'
import { emptySheet, newPiece, type Sheet } from './model'
import { parsePathData } from './parsePathData'
import { addPieces, transformContour } from './pieces'

/** An arch that nothing shows of, with words along it. */
async function sign(): Promise<Sheet> {
	const host = {
		...newPiece('Arch', parsePathData('M100 400C100 100 600 100 600 400')),
		fill: { kind: 'none' as const },
	}
	const [way] = host.contours
	if (!way) throw new Error('There is no arch.')
	const sheet = addPieces(emptySheet('Sign', 800, 600), [host])
	const setting = alongOf(way, {
		piece: host.id,
		start: 40,
		between: [way.nodes[0]?.id ?? '', way.nodes[1]?.id ?? ''],
	})
	const words = await wordsIn('figtree', 'Lantern', setting, { size: 60 })
	return addPieces(sheet, [withLettering(newPiece('Words', [way]), words, hostsOf(sheet))])
}

const copied = (sheet: Sheet, ids: readonly string[]) => {
	const { sheet: next, ids: copies } = duplicatePieces(sheet, new Set(ids), [150, 90])
	return { next: followed(next, sheet), copies }
}

describe('copies of words', () => {
	test('copied with their outline they go along its copy', async () => {
		const sheet = await sign()
		const { next, copies } = copied(
			sheet,
			sheet.pieces.map(({ id }) => id),
		)
		const [arch, words] = next.pieces.filter(({ id }) => copies.has(id))
		expect(words?.lettering?.setting).toMatchObject({
			piece: arch?.id,
			contour: arch?.contours[0]?.id,
			between: arch?.contours[0]?.nodes.map(({ id }) => id),
		})
		const there =
			sheet.pieces[1]?.contours.map((one) => transformContour(one, [1, 0, 0, 1, 150, 90])) ?? []
		expect(deviation(words?.contours ?? [], there).max).toBeLessThan(1e-6)
	})

	test('copied alone they stay on the outline that they go along', async () => {
		const sheet = await sign()
		const [arch, words] = sheet.pieces
		const { next, copies } = copied(sheet, [words?.id ?? ''])
		const copy = next.pieces.find(({ id }) => copies.has(id))
		expect(copy?.lettering?.setting).toMatchObject({ piece: arch?.id })
	})

	test('a line that words go by and nothing shows of is no open outline to the proof', async () => {
		const sheet = await sign()
		const kinds = findings(sheet, limitsFor('cutting', sheet)).map(({ kind }) => kind)
		expect(kinds).not.toContain('open')
		const alone = { ...sheet, pieces: sheet.pieces.slice(0, 1) }
		expect(findings(alone, limitsFor('cutting', alone)).map(({ kind }) => kind)).toContain('open')
	})
})
