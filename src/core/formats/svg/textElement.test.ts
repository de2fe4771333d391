import { describe, expect, test } from 'vitest'
import { hostsOf, withLettering } from '../../letter/follow'
import { alongOf, type FontName, FREE, wordsIn } from '../../letter/testing/fonts'
import type { Lettering, Setting } from '../../path/lettering'
import { type Contour, emptySheet, newPiece } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { textElement } from './textElement'
import { formatSvg } from './writeSvg'

const HOST = newPiece('Ring', parsePathData('M0 300H900V600H0Z'))
const RING = HOST.contours[0] as Contour

async function written(
	text: string,
	setting: Setting,
	more: Partial<Lettering> = {},
	font: FontName = 'figtree',
) {
	const bare = { ...emptySheet('Sign', 900, 600), pieces: [{ ...HOST, hidden: true }] }
	const words = await wordsIn(font, text, setting, { size: 40, ...more })
	const piece = withLettering(newPiece('Words', HOST.contours), words, hostsOf(bare))
	return formatSvg({ ...bare, pieces: [...bare.pieces, piece] }, { textOf: textElement })
}

const along = (more: Parameters<typeof alongOf>[1] = {}) =>
	alongOf(RING, { piece: HOST.id, ...more })

describe('words that go out as text', () => {
	test('lines stand where they are set, with what XML cannot hold told by names', async () => {
		const svg = await written('Salt & <pepper>\nmore', {
			kind: 'free',
			place: [1, 0, 0, 1, 30, 80],
		})
		expect(svg).toContain('<tspan x="30" y="80">Salt &amp; &lt;pepper&gt;</tspan>')
		expect(svg).toContain('<tspan x="30" y="128">more</tspan>')
		expect(svg).toContain('font-family="figtree" font-size="40"')
		expect(svg).not.toContain('<path')
	})

	test('what is read from the right says so, and begins at the right', async () => {
		const svg = await written('مسرح', FREE, { align: 'right' }, 'amiri')
		expect(svg).toContain('direction="rtl">مسرح')
	})

	test('along an outline its way goes with them', async () => {
		const svg = await written('Along', along({ start: 50, offset: 6 }), { align: 'middle' })
		expect(svg).toContain('<path id="way" d="M0 300L900 300L900 600L0 600Z"/>')
		expect(svg).toContain('<textPath href="#way" startOffset="1250" text-anchor="middle">')
		expect(svg).toContain('<tspan dy="-6">Along</tspan>')
	})

	test.each<[string, Setting, Partial<Lettering>?]>([
		['bridged', FREE, { bridges: { width: 2 } }],
		['over the first node', along({ start: -20 })],
		['spread', along({ fit: 'spread' })],
		['upright', along({ upright: true })],
		['slanted', { kind: 'free', place: [1, 0, 0.4, 1, 0, 100] }],
	])('%s they go out as outlines', async (_, setting, more) => {
		const svg = await written('Outlines', setting, more)
		expect(svg).not.toContain('<text')
		expect(svg).toContain('<path')
	})
})
