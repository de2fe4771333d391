import { expect, test } from 'vitest'
import { readSvg } from './readSvg'

/** 3 × 2 px. */
const PNG =
	'iVBORw0KGgoAAAANSUhEUgAAAAMAAAACCAIAAAASFvFNAAAAEElEQVR4nGP4z8AARAwQCgAf7gP9i18U1AAAAABJRU5ErkJggg=='
const HREF = `href="data:image/png;base64,${PNG}"`
const svg = (body: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="200" height="150" viewBox="0 0 100 75">${body}</svg>`
const read = (body: string) => readSvg(svg(body))
const named = (body: string) => read(body).skipped.map(({ what }) => what)

test('a picture that is carried along comes in where it lies, with its bytes, its name and how it shows', () => {
	const { pictures, pieces, skipped } = read(
		`<g opacity=".5"><image id="bench" x="10" y="5" width="30" height="30" opacity=".8" ${HREF}/></g><path d="M0 0H9V9Z"/>`,
	)
	expect(skipped).toEqual([])
	expect(pieces).toHaveLength(1)
	expect(pictures).toMatchObject([
		{ name: 'bench', type: 'image/png', width: 3, height: 2, strength: 0.4 },
	])
	// 30 × 20 in the middle of its frame, under the view box's factor of 2.
	expect(pictures?.[0]?.place).toEqual([20, 0, 0, 20, 20, 20])
	expect(Buffer.from(pictures?.[0]?.bytes ?? []).toString('base64')).toBe(PNG)
})

test.each([
	['without a size, its own', `<image ${HREF}/>`, [2, 0, 0, 2, 0, 0]],
	['with a width, in proportion', `<image width="6" ${HREF}/>`, [4, 0, 0, 4, 0, 0]],
	[
		'drawn out to its frame',
		`<image width="6" height="6" preserveAspectRatio="none" ${HREF}/>`,
		[4, 0, 0, 6, 0, 0],
	],
	[
		'under transforms, used twice over',
		`<defs><image id="i" width="3" height="2" ${HREF}/></defs><use href="#i" transform="rotate(90)" x="5"/>`,
		[0, 2, -2, 0, 0, 10],
	],
	[
		'as what fills a shape, whole',
		`<pattern id="p" width="1" height="1"><image width="3" height="2" ${HREF}/></pattern><rect width="3" height="2" fill="url(#p)"/>`,
		[2, 0, 0, 2, 0, 0],
	],
])('a picture %s', (_, body, place) => {
	const { pictures, skipped } = read(body)
	expect(skipped).toEqual([])
	expect(pictures?.map((one) => one.place.map((v) => Math.round(v * 1e9) / 1e9 + 0))).toEqual([
		place,
	])
})

test.each([
	['images in other files', '<image href="heron.png" width="9" height="9"/>'],
	['images that cannot be read', '<image href="data:image/png;base64,AAAA" width="9"/>'],
	['images that cannot be read', '<image href="data:image/svg+xml,%3Csvg/%3E" width="9"/>'],
	[
		'images that are cut, each shown whole',
		`<clipPath id="c"><circle r="1"/></clipPath><image clip-path="url(#c)" ${HREF}/>`,
	],
	[
		'images that are cut, each shown whole',
		`<image width="9" height="3" preserveAspectRatio="xMidYMid slice" ${HREF}/>`,
	],
	[
		'images that are cut, each shown whole',
		`<linearGradient id="g"><stop stop-color="#fff"/><stop offset="1"/></linearGradient><mask id="m"><rect width="9" height="9" fill="url(#g)"/></mask><image mask="url(#m)" ${HREF}/>`,
	],
	[
		'images that lay over shapes, now under them',
		`<path d="M0 0H9V9Z"/><image width="9" height="6" ${HREF}/>`,
	],
	['hidden shapes', `<image visibility="hidden" ${HREF}/><path d="M0 0H9V9Z"/>`],
	[
		'masks by images',
		`<mask id="m"><image width="9" height="6" ${HREF}/></mask><path mask="url(#m)" d="M0 0H9V9Z"/>`,
	],
	[
		'images that cut others',
		`<clipPath id="c"><image ${HREF}/></clipPath><path clip-path="url(#c)" d="M0 0H9V9Z"/>`,
	],
	[
		'images that are repeated',
		`<pattern id="p" width=".5" height="1"><image ${HREF}/></pattern><rect width="9" height="9" fill="url(#p)"/>`,
	],
])('what of a picture is not as it was is named: %s', (what, body) => {
	expect(named(body)).toContain(what)
})
