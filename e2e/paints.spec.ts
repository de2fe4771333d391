import { expect, type Page, test } from '@playwright/test'
import { readSvg } from '../src/core/drawings'
import { emptySheet, FIGURES, formatSvg } from '../src/core/index'

/** Paints as drawings have them: each goes in, out, and is rendered beside what it was. */
const PAINTS: readonly (readonly [string, string])[] = [
	[
		'flat, with opacities and a stroke below',
		'<path d="M20 20H180V130H20Z" fill="#a63d2f" fill-opacity=".6" stroke="#22272e" stroke-opacity=".5" stroke-width="12" paint-order="stroke" opacity=".9"/>',
	],
	[
		'a linear gradient across the box',
		'<defs><linearGradient id="g"><stop offset="10%" stop-color="#0e7466"/><stop offset=".6" stop-color="#d98e04" stop-opacity=".4"/><stop offset="1" stop-color="#fff"/></linearGradient></defs><path d="M20 75L100 20L180 75L100 130Z" fill="url(#g)"/>',
	],
	[
		'a linear gradient, skewed with its shape',
		'<defs><linearGradient id="g" x2="1" y2="1" gradientTransform="rotate(20)"><stop stop-color="#123"/><stop offset="1" stop-color="#fed"/></linearGradient></defs><rect x="40" y="30" width="90" height="80" fill="url(#g)" transform="skewX(20) scale(1.1 .8)"/>',
	],
	[
		'a round gradient in the user’s units',
		'<defs><radialGradient id="g" gradientUnits="userSpaceOnUse" cx="90" cy="60" r="70"><stop offset=".1" stop-color="#fff6d0"/><stop offset="1" stop-color="#5a2a10"/></radialGradient></defs><path d="M20 20H180V130H20Z" fill="url(#g)"/>',
	],
	[
		'an elliptical gradient of the box',
		'<defs><radialGradient id="g"><stop stop-color="#fff"/><stop offset=".5" stop-color="#4a8"/><stop offset="1" stop-color="#024"/></radialGradient></defs><rect x="10" y="40" width="180" height="60" fill="url(#g)"/>',
	],
	[
		'a gradient that others refer to, on a dashed stroke',
		'<defs><linearGradient id="a"><stop stop-color="#06c"/><stop offset="1" stop-color="#c06"/></linearGradient><linearGradient id="g" href="#a" gradientUnits="userSpaceOnUse" x1="20" x2="180"/></defs><path d="M20 120C60 10 140 10 180 120" fill="none" stroke="url(#g)" stroke-width="14" stroke-dasharray="24 9" stroke-dashoffset="5" stroke-linecap="round"/>',
	],
	[
		'style rules, inheritance and use',
		'<style>.leaf{fill:#275;stroke:#041;stroke-width:3}</style><g class="leaf" stroke-linejoin="round"><path id="l" d="M10 10L60 20L40 70Z"/></g><use href="#l" x="90" y="40" class="leaf"/><g color="#a33"><path d="M130 20H170V60Z" fill="currentColor"/></g>',
	],
]

test('paints look the same through a file and back', async ({ page }) => {
	for (const [name, body] of PAINTS)
		await test.step(name, async () => {
			const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="200" height="150" viewBox="0 0 200 150">${body}</svg>`
			const { pieces, skipped } = readSvg(svg)
			expect(skipped).toEqual([])
			const once = formatSvg({ ...emptySheet('Paints', 200, 150), pieces })
			const twice = formatSvg({ ...emptySheet('Paints', 200, 150), pieces: readSvg(once).pieces })
			expect(twice).toBe(once)
			const { off, painted } = await compared(page, svg, once)
			expect(painted).toBeGreaterThan(0.05)
			expect(off).toBeLessThan(0.001)
		})
})

test('patterns are drawn by the browser, and come back as patterns', async ({ page }) => {
	const [piece] = readSvg(
		'<svg xmlns="http://www.w3.org/2000/svg" width="200" height="150"><rect x="20" y="20" width="160" height="110"/></svg>',
	).pieces
	if (!piece) throw new Error('There is no piece.')
	for (const figure of FIGURES)
		await test.step(figure, async () => {
			const fill = { ...PATTERN, figure }
			const once = formatSvg({ ...emptySheet('Paints', 200, 150), pieces: [{ ...piece, fill }] })
			const [back] = readSvg(once).pieces
			expect(back?.fill).toMatchObject({ kind: 'pattern', figure, spacing: 14 })
			const flat = { ...piece, fill: { kind: 'solid', colour: PATTERN.ground } as const }
			const ground = formatSvg({ ...emptySheet('Paints', 200, 150), pieces: [flat] })
			// The figure covers some of its ground, and leaves most of it.
			const { off } = await compared(page, ground, once)
			expect(off).toBeGreaterThan(0.03)
			expect(off).toBeLessThan(0.5)
		})
})

const PATTERN = {
	kind: 'pattern',
	spacing: 14,
	weight: 4,
	angle: 30,
	at: [7, 9],
	colour: '#0e7466',
	ground: '#f3f0e9',
} as const

/**
 * Two drawings as the browser renders them, at twice their size over white.
 * @returns which share of all levels is off by more than one, and which share of the first is no white
 */
async function compared(page: Page, a: string, b: string) {
	const addresses = [a, b].map(
		(svg) => `data:image/svg+xml;base64,${Buffer.from(svg).toString('base64')}`,
	)
	return page.evaluate(async (all) => {
		const rendered = await Promise.all(
			all.map(async (src) => {
				const image = new Image()
				image.src = src
				await image.decode()
				const context = new OffscreenCanvas(400, 300).getContext('2d')
				if (!context) throw new Error('There is no canvas.')
				context.fillStyle = '#ffffff'
				context.fillRect(0, 0, 400, 300)
				context.drawImage(image, 0, 0, 400, 300)
				return context.getImageData(0, 0, 400, 300).data
			}),
		)
		const [before = new Uint8ClampedArray(), after = new Uint8ClampedArray()] = rendered
		let [off, painted] = [0, 0]
		for (let i = 0; i < before.length; i++) {
			if (Math.abs((before[i] ?? 0) - (after[i] ?? 0)) > 1) off++
			if (before[i] !== 255) painted++
		}
		return { off: off / before.length, painted: painted / before.length }
	}, addresses)
}
