/** The drawings that the doors are tried with, made by rule. `npx tsx e2e/doors/write.ts` writes them. */
export interface DoorFile {
	readonly folder: 'hard' | 'odd' | 'hostile' | 'broken'
	readonly name: string
	readonly text: string
}

export function doorFiles(): DoorFile[] {
	return [
		...Object.entries(HARD).map(([name, body]) => file('hard', name, body)),
		...oddBodies().map(([name, body]) => file('odd', name, body)),
		...Object.entries(HOSTILE).map(([name, text]) => ({
			folder: 'hostile' as const,
			name: `${name}.svg`,
			text: isWhole(text) ? text : svg(text),
		})),
		...broken(),
	]
}

const svg = (body: string, attributes = 'width="200" height="150" viewBox="0 0 200 150"') =>
	`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>\n`

/** Whether a text is a file as it is, not what stands in a drawing. */
function isWhole(text: string): boolean {
	return /^<(?:svg|html|[!?])/.test(text)
}

function file(folder: DoorFile['folder'], name: string, body: string): DoorFile {
	return {
		folder,
		name: `${name}.svg`,
		text: isWhole(body) ? body : svg(body),
	}
}

/** The outline of the workshop's key, roughly: something with curves and an opening. */
const KEY =
	'M40 60C40 40 80 40 80 60H160V75H150V90H140V75H130V85H120V75H80C80 95 40 95 40 60ZM52 66C52 76 68 76 68 66C68 58 52 58 52 66Z'

/** What drawings in the field hold, one thing each. */
const HARD: Readonly<Record<string, string>> = {
	'unclosed-subpath': '<path d="M20 20H180V130H20"/>',
	'unclosed-curve': '<path d="M20 75C20 20 180 20 180 75"/>',
	'unclosed-ends-meet': '<path d="M20 20H180V130L20 20"/>',
	'unclosed-stroked': '<path d="M20 20H180V130L20 20" stroke="#a22" stroke-width="9"/>',
	'unclosed-opening': '<path fill-rule="evenodd" d="M20 20H180V130H20M60 50H140V100H60"/>',
	'style-attribute': `<path d="${KEY}" style="fill:#284;stroke:rgb(20,40,80);stroke-width:3px"/>`,
	'style-rules': `<style>path{fill:#b54}.a{fill:#26a}#k{fill:#2a6}</style><path d="${KEY}"/><path class="a" transform="translate(0 40)" d="${KEY}"/><path id="k" class="a" transform="translate(0 -30)" d="${KEY}"/>`,
	'style-specificity': `<style>g .a{fill:red}.a.b{fill:#0a0}path.a{fill:blue}</style><g><path class="a b" d="${KEY}"/></g>`,
	'style-important': `<style>path{fill:#063!important}</style><path style="fill:red" d="${KEY}"/>`,
	'style-descendant': `<style>g > g path{fill:#707}g path{fill:#077}</style><g><path d="${KEY}"/><g><path transform="translate(0 45)" d="${KEY}"/></g></g>`,
	'style-attribute-selector': `<style>[data-part="bow"]{fill:#a60}</style><path data-part="bow" d="${KEY}"/>`,
	'style-child-selectors': `<style>path:first-child{fill:#a00}path:nth-child(2){fill:#0a0}path:last-child{fill:#00a}</style><g><path d="M0 0H50V50H0Z"/><path d="M60 0H110V50H60Z"/><path d="M120 0H170V50H120Z"/></g>`,
	'style-not': `<style>path:not(.k){fill:#369}</style><path d="M0 0H50V50H0Z"/><path class="k" d="M60 0H110V50H60Z"/>`,
	'style-list': `<style>.a,.b{fill:#963}</style><path class="a" d="M0 0H50V50H0Z"/><path class="b" d="M60 0H110V50H60Z"/>`,
	'style-cdata': `<style><![CDATA[ path > a, path { fill: #639 } ]]></style><path d="${KEY}"/>`,
	'style-media': `<style>@media print{path{fill:red}}@media screen{path{fill:#396}}</style><path d="${KEY}"/>`,
	'style-comment': `<style>/* path{fill:red} */ path{/* x */fill:#936}</style><path d="${KEY}"/>`,
	'style-over-attribute': `<style>path{fill:#396}</style><path fill="red" d="${KEY}"/>`,
	'style-unknown-value': `<path fill="#369" style="fill:nonsense" d="${KEY}"/>`,
	'style-var-fallback': `<path style="fill:var(--paint, #693)" d="${KEY}"/>`,
	inherit: `<g fill="#284" stroke="#822" stroke-width="4"><path fill="inherit" d="${KEY}"/></g>`,
	'current-color': `<g color="#275"><path fill="currentColor" d="${KEY}"/></g>`,
	'current-color-inherited': `<g color="#b40" fill="currentColor"><g color="#04b"><path d="${KEY}"/></g></g>`,
	'display-none': `<path d="${KEY}"/><g display="none"><rect width="200" height="150" fill="red"/></g>`,
	'visibility-hidden': `<g visibility="hidden"><rect width="200" height="150" fill="red"/><path visibility="visible" d="${KEY}"/></g>`,
	'fill-opacity': `<path fill-opacity=".4" d="${KEY}"/>`,
	'stroke-opacity': `<path fill="#28c" stroke="#c22" stroke-opacity=".5" stroke-width="8" d="${KEY}"/>`,
	opacity: `<path opacity=".35" d="${KEY}"/>`,
	'opacity-percent': `<path opacity="35%" d="${KEY}"/>`,
	'group-opacity': `<g opacity=".5"><g opacity=".6"><path d="${KEY}"/></g></g>`,
	'colour-alpha': `<path fill="#22446680" d="${KEY}"/>`,
	'colour-hsl': `<path fill="hsl(160 60% 30%)" d="${KEY}"/>`,
	'colour-rgba': `<path fill="rgba(30, 60, 90, .5)" d="${KEY}"/>`,
	'colour-percent': `<path fill="rgb(20%, 40%, 60%)" d="${KEY}"/>`,
	'colour-name-case': `<path fill="DarkSlateGray" d="${KEY}"/>`,
	transparent: `<path fill="transparent" stroke="#333" d="${KEY}"/>`,
	use: `<defs><path id="k" d="${KEY}"/></defs><use href="#k"/><use href="#k" y="40" fill="#a33"/>`,
	'use-xlink': `<defs><path id="k" d="${KEY}"/></defs><use xlink:href="#k" x="10"/>`,
	'use-transform': `<defs><path id="k" d="${KEY}"/></defs><use href="#k" transform="rotate(15 100 75) scale(.8)"/>`,
	'use-nested': `<defs><g id="a"><rect width="20" height="20"/></g><g id="b"><use href="#a"/><use href="#a" x="30"/></g></defs><use href="#b" y="10"/><use href="#b" y="60"/>`,
	'use-inherits': `<defs><path id="k" d="${KEY}"/></defs><g fill="#1a6"><use href="#k"/></g>`,
	symbol: `<symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="5"/></symbol><use href="#s" x="20" y="20" width="60" height="60"/><use href="#s" x="100" y="20" width="80" height="40"/>`,
	'symbol-clips': `<symbol id="s" viewBox="0 0 10 10"><circle cx="10" cy="5" r="5"/></symbol><use href="#s" x="20" y="20" width="60" height="60"/>`,
	'symbol-visible': `<symbol id="s" viewBox="0 0 10 10" overflow="visible"><circle cx="10" cy="5" r="5"/></symbol><use href="#s" x="20" y="20" width="60" height="60"/>`,
	'nested-svg': `<g/><svg x="20" y="10" width="100" height="100" viewBox="0 0 10 10"><circle cx="5" cy="5" r="5"/></svg>`,
	'nested-svg-clips': `<g/><svg x="20" y="10" width="100" height="100"><circle cx="100" cy="50" r="50"/></svg>`,
	'nested-svg-percent': `<g/><svg x="10%" y="10%" width="50%" height="50%"><rect width="50%" height="50%"/></svg>`,
	...aspects(),
	'view-box-offset':
		'<svg xmlns="http://www.w3.org/2000/svg" width="200" height="150" viewBox="-50 -20 100 75"><circle r="30"/></svg>',
	'size-in-mm': `<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="30mm" viewBox="0 0 200 150"><path d="${KEY}"/></svg>`,
	'size-width-only': `<svg xmlns="http://www.w3.org/2000/svg" width="200" viewBox="0 0 200 150"><path d="${KEY}"/></svg>`,
	'clip-path': `<clipPath id="c"><circle cx="80" cy="70" r="30"/></clipPath><path clip-path="url(#c)" d="${KEY}"/>`,
	'clip-path-two': `<clipPath id="c"><circle cx="60" cy="70" r="24"/><circle cx="120" cy="70" r="24"/></clipPath><path clip-path="url(#c)" d="${KEY}"/>`,
	'clip-path-box': `<clipPath id="c" clipPathUnits="objectBoundingBox"><rect width=".5" height="1"/></clipPath><path clip-path="url(#c)" d="${KEY}"/>`,
	'clip-path-rule': `<clipPath id="c"><path clip-rule="evenodd" d="M0 0H200V150H0ZM50 50H110V80H50Z"/></clipPath><path clip-path="url(#c)" d="${KEY}"/>`,
	'clip-path-group': `<clipPath id="c"><rect x="60" y="40" width="60" height="60"/></clipPath><g clip-path="url(#c)"><path d="${KEY}"/><circle cx="120" cy="100" r="30" fill="#a33"/></g>`,
	'clip-path-nested': `<clipPath id="a"><circle cx="80" cy="70" r="30"/></clipPath><clipPath id="b" clip-path="url(#a)"><rect width="80" height="150"/></clipPath><path clip-path="url(#b)" d="${KEY}"/>`,
	'clip-path-use': `<defs><circle id="o" cx="80" cy="70" r="30"/></defs><clipPath id="c"><use href="#o"/></clipPath><path clip-path="url(#c)" d="${KEY}"/>`,
	'clip-path-transform': `<clipPath id="c" transform="translate(20 0)"><circle cx="80" cy="70" r="30"/></clipPath><path clip-path="url(#c)" d="${KEY}"/>`,
	'clip-path-stroked': `<clipPath id="c"><rect width="100" height="150"/></clipPath><circle cx="100" cy="75" r="50" fill="#286" stroke="#822" stroke-width="12" clip-path="url(#c)"/>`,
	'clip-path-empty': `<clipPath id="c"/><rect width="20" height="20"/><path clip-path="url(#c)" d="${KEY}"/>`,
	'clip-path-missing': `<path clip-path="url(#nowhere)" d="${KEY}"/>`,
	mask: `<mask id="m"><rect width="200" height="150" fill="#fff"/><circle cx="80" cy="70" r="20"/></mask><path mask="url(#m)" d="${KEY}"/>`,
	'mask-white': `<mask id="m"><circle cx="80" cy="70" r="30" fill="#fff"/></mask><path mask="url(#m)" d="${KEY}"/>`,
	'mask-box': `<mask id="m" maskContentUnits="objectBoundingBox"><rect width=".5" height="1" fill="#fff"/></mask><path mask="url(#m)" d="${KEY}"/>`,
	'mask-alpha': `<mask id="m" mask-type="alpha"><circle cx="80" cy="70" r="30"/></mask><path mask="url(#m)" d="${KEY}"/>`,
	'gradient-one-stop': `<linearGradient id="g"><stop stop-color="#385"/></linearGradient><path fill="url(#g)" d="${KEY}"/>`,
	'gradient-linear': `<linearGradient id="g"><stop stop-color="#385"/><stop offset="1" stop-color="#a53"/></linearGradient><path fill="url(#g)" d="${KEY}"/>`,
	'gradient-radial': `<radialGradient id="g"><stop stop-color="#fff"/><stop offset="1" stop-color="#a53"/></radialGradient><path fill="url(#g)" d="${KEY}"/>`,
	'gradient-missing': `<path fill="url(#nowhere) #268" d="${KEY}"/>`,
	pattern: `<pattern id="p" width="10" height="10" patternUnits="userSpaceOnUse"><rect width="5" height="10" fill="#a33"/></pattern><path fill="url(#p)" d="${KEY}"/>`,
	switch: `<switch><path systemLanguage="xx" fill="red" d="M0 0H200V150H0Z"/><path d="${KEY}"/><path fill="red" d="M0 0H9V9Z"/></switch>`,
	'switch-extension': `<switch><g requiredExtensions="http://example.org/none"><rect width="200" height="150"/></g><path d="${KEY}"/></switch>`,
	'transform-packed': `<path transform="translate(50-20)scale(.8.9)" d="${KEY}"/>`,
	'transform-list': `<path transform="translate(20,10) rotate(10) scale(.9)" d="${KEY}"/>`,
	'transform-css': `<path style="transform:translate(20px,10px) rotate(.1turn)" d="${KEY}"/>`,
	'transform-origin': `<path style="transform:rotate(20deg);transform-origin:100px 75px" d="${KEY}"/>`,
	'transform-origin-percent': `<path style="transform:scale(.5);transform-origin:50% 50%" d="${KEY}"/>`,
	'transform-matrix': `<path transform="matrix(.9 .1 -.2 .8 20 10)" d="${KEY}"/>`,
	'transform-skew': `<path transform="skewX(20)" d="${KEY}"/>`,
	'transform-mirror': `<path transform="translate(200 0) scale(-1 1)" d="${KEY}"/>`,
	'points-packed': '<polygon points="20-10-20 30 100 60,140-20" transform="translate(40 40)"/>',
	'points-odd': '<polygon points="20 20 180 20 100 130 50"/>',
	'polyline-filled': '<polyline points="20,20 180,20 100,130"/>',
	...units(),
	'rect-round': '<rect x="20" y="20" width="160" height="110" rx="30"/>',
	'rect-round-two': '<rect x="20" y="20" width="160" height="110" rx="60" ry="20"/>',
	'rect-round-ry': '<rect x="20" y="20" width="160" height="110" ry="20"/>',
	'rect-round-large': '<rect x="20" y="20" width="160" height="110" rx="500" ry="500"/>',
	'rect-round-auto': '<rect x="20" y="20" width="160" height="110" style="rx:auto;ry:15px"/>',
	'ellipse-auto': '<ellipse cx="100" cy="75" style="rx:60px;ry:auto"/>',
	'circle-css': '<circle style="cx:100px;cy:75px;r:40px"/>',
	...strokes(),
	'vector-effect':
		'<g transform="scale(10 10)"><path d="M2 2H18V13" fill="none" stroke="#333" stroke-width="4" vector-effect="non-scaling-stroke"/></g>',
	'paint-order': `<path d="${KEY}" fill="#cda" stroke="#543" stroke-width="10" paint-order="stroke"/>`,
	'stroke-skewed':
		'<g transform="scale(4 1)"><path d="M10 20L30 120L40 30" fill="none" stroke="#333" stroke-width="5"/></g>',
	'stroke-percent': '<path d="M20 75H180" stroke="#333" stroke-width="10%"/>',
	'foreign-namespaces': `<svg xmlns="http://www.w3.org/2000/svg" xmlns:own="http://example.org/own" width="200" height="150"><own:view zoom="2"><path d="M0 0H9V9Z"/></own:view><own:path d="M0 0H200V150H0Z"/><path own:kind="cusp" d="${KEY}"/></svg>`,
	'prefixed-svg':
		`<s:svg xmlns:s="http://www.w3.org/2000/svg" width="200" height="150"><s:path d="${KEY}"/></s:svg>`.replace(
			/^/,
			'<?xml version="1.0"?>',
		),
	'entities-of-namespaces': `<!DOCTYPE svg [<!ENTITY ns "http://www.w3.org/2000/svg"><!ENTITY ink "#264">]><svg xmlns="&ns;" width="200" height="150"><path fill="&ink;" d="${KEY}"/></svg>`,
	'path-arcs': '<path d="M40 75A60 40 0 1 1 160 75A60 40 20 0 1 40 75Z"/>',
	'path-arc-flags': '<path d="M40 75a60 40 0 01120 0a60 40 0 01-120 0z"/>',
	'path-quadratic': '<path d="M20 75Q60 0 100 75T180 75L100 140Z"/>',
	'path-smooth': '<path d="M20 75C20 20 80 20 80 75S180 130 180 75L100 20Z"/>',
	'path-packed': '<path d="M20 20.5.5 100-3.5 9h5e1l-1.5-.5 50 100z"/>',
	'path-error': '<path d="M20 20H180V130H20ZM50 50H9O V3"/>',
	'path-repeated-move': '<path d="M20 20 180 20 180 130Z M30 60 60 60 60 90z"/>',
	'text-and-shape': `<text x="10" y="20">Heron</text><path d="${KEY}"/>`,
	filter: `<filter id="f"><feGaussianBlur stdDeviation="2"/></filter><path filter="url(#f)" d="${KEY}"/>`,
	image: `<image width="9" height="9" href="data:image/png;base64,iVBORw0KGgo="/><path d="${KEY}"/>`,
	animation: `<path d="${KEY}"><animate attributeName="opacity" from="1" to="1" dur="9s"/></path>`,
	markers: `<marker id="m" markerWidth="4" markerHeight="4" refX="2" refY="2"><circle cx="2" cy="2" r="2"/></marker><path d="M20 20L180 130" stroke="#333" stroke-width="4" marker-end="url(#m)"/>`,
	'blend-mode': `<path d="${KEY}"/><rect style="mix-blend-mode:multiply" width="100" height="150" fill="#ccc"/>`,
	link: `<a href="https://example.org/"><path d="${KEY}"/></a>`,
	'many-titles': `<title>Workshop</title><g><title>Bow</title><path d="${KEY}"/></g>`,
}

function aspects(): Record<string, string> {
	const all: Record<string, string> = {}
	for (const x of ['Min', 'Mid', 'Max'])
		for (const y of ['Min', 'Mid', 'Max'])
			for (const how of ['meet', 'slice'])
				all[`aspect-x${x}Y${y}-${how}`] =
					`<svg x="20" y="20" width="120" height="60" viewBox="0 0 10 10" preserveAspectRatio="x${x}Y${y} ${how}"><circle cx="5" cy="5" r="5"/></svg>`.replace(
						'<svg',
						'<g/><svg',
					)
	all['aspect-none'] =
		`<g/><svg x="20" y="20" width="120" height="60" viewBox="0 0 10 10" preserveAspectRatio="none"><circle cx="5" cy="5" r="5"/></svg>`
	return all
}

function units(): Record<string, string> {
	const of: [string, string][] = [
		['px', '40px'],
		['upper-case', '40PX'],
		['in', '.4in'],
		['cm', '1cm'],
		['mm', '10mm'],
		['q', '40Q'],
		['pt', '30pt'],
		['pc', '3pc'],
		['em', '3em'],
		['percent', '25%'],
		['exponent', '4e1'],
	]
	return Object.fromEntries(
		of.map(([name, v]) => [
			`unit-${name}`,
			`<g font-size="12"><rect x="${v}" y="${v}" width="${v}" height="${v}"/></g>`,
		]),
	)
}

function strokes(): Record<string, string> {
	const line = (attributes: string) =>
		`<path d="M30 120L100 30L170 120" fill="none" stroke="#333" stroke-width="16" ${attributes}/>`
	const all: Record<string, string> = {}
	for (const join of ['miter', 'round', 'bevel'])
		all[`join-${join}`] = line(`stroke-linejoin="${join}"`)
	for (const cap of ['butt', 'round', 'square']) all[`cap-${cap}`] = line(`stroke-linecap="${cap}"`)
	all['miter-limit'] = line('stroke-miterlimit="1"')
	all.dashes = line('stroke-dasharray="20 8"')
	all['dashes-odd'] = line('stroke-dasharray="20 8 4"')
	all['dash-offset'] = line('stroke-dasharray="20 8" stroke-dashoffset="10"')
	all['dashes-path-length'] = line('pathLength="10" stroke-dasharray="1 .5"')
	all['dot-by-round-cap'] =
		'<path d="M100 75h.01" stroke="#333" stroke-width="40" stroke-linecap="round"/>'
	return all
}

/** Numbers where they do harm: each in each place. */
function oddBodies(): [string, string][] {
	const numbers: [string, string][] = [
		['negative', '-5'],
		['zero', '0'],
		['overflow', '1e400'],
		['huge', '1e300'],
		['tiny', '1e-300'],
		['not-a-number', 'NaN'],
		['infinity', 'Infinity'],
		['hex', '0x10'],
		['empty', ''],
		['two-points', '1.2.3'],
	]
	const places: [string, (n: string) => string][] = [
		['stroke-width', (n) => `<path d="M10 10H90V90Z" stroke="#333" stroke-width="${n}"/>`],
		['width', (n) => `<rect x="10" y="10" width="${n}" height="50"/><path d="M0 0H9V9Z"/>`],
		['radius', (n) => `<circle cx="50" cy="50" r="${n}"/><path d="M0 0H9V9Z"/>`],
		['rotate', (n) => `<path transform="rotate(${n})" d="M10 10H90V90Z"/><path d="M0 0H9V9Z"/>`],
		['scale', (n) => `<path transform="scale(${n})" d="M10 10H90V90Z"/><path d="M0 0H9V9Z"/>`],
		['curve', (n) => `<path d="M0 0C${n} 0 ${n} 10 0 50L90 90Z"/><path d="M0 0H9V9Z"/>`],
		['arc', (n) => `<path d="M10 10A${n} ${n} ${n} 1 1 90 90Z"/><path d="M0 0H9V9Z"/>`],
		['view-box', (n) => svg('<path d="M0 0H9V9Z"/>', `viewBox="0 0 ${n} ${n}"`)],
		['size', (n) => svg('<path d="M0 0H9V9Z"/>', `width="${n}" height="${n}"`)],
		['opacity', (n) => `<path opacity="${n}" d="M10 10H90V90Z"/>`],
	]
	return places.flatMap(([place, body]) =>
		numbers.map(([name, n]): [string, string] => [`${place}-${name}`, body(n)]),
	)
}

const HOSTILE: Readonly<Record<string, string>> = {
	script: `<script>window.harmed = true; fetch('/harm')</script><path d="${KEY}"/>`,
	'script-href': `<script href="/harm.js"/><path d="${KEY}"/>`,
	onload: `<g onload="window.harmed = true"><path onclick="window.harmed = true" onmouseover="window.harmed = true" d="${KEY}"/></g>`,
	'root-onload': `<svg xmlns="http://www.w3.org/2000/svg" width="200" height="150" onload="window.harmed = true"><path d="${KEY}"/></svg>`,
	'foreign-script': `<foreignObject width="9" height="9"><body xmlns="http://www.w3.org/1999/xhtml"><script>window.harmed = true</script><iframe src="/harm"/></body></foreignObject><path d="${KEY}"/>`,
	'javascript-link': `<a href="javascript:window.harmed = true"><path d="${KEY}"/></a>`,
	'title-markup': `<title>&lt;img src=x onerror="window.harmed = true"&gt;</title><path d="${KEY}"/>`,
	'id-markup': `<path id="&quot;&gt;&lt;img src=x onerror=window.harmed=1&gt;" d="${KEY}"/>`,
	'image-elsewhere': `<image href="/harm.png" width="9" height="9"/><path d="${KEY}"/>`,
	'use-elsewhere': `<use href="/harm.svg#a"/><path d="${KEY}"/>`,
	'paint-elsewhere': `<path fill="url(/harm.svg#a)" d="${KEY}"/>`,
	'style-import': `<style>@import url("/harm.css");path{fill:#275}</style><path d="${KEY}"/>`,
	'style-font': `<style>@font-face{font-family:x;src:url(/harm.woff)}path{fill:#275}</style><path d="${KEY}"/>`,
	'style-link': `<?xml version="1.0"?><?xml-stylesheet href="/harm.css"?><svg xmlns="http://www.w3.org/2000/svg" width="200" height="150"><path d="${KEY}"/></svg>`,
	'external-entity': `<!DOCTYPE svg [<!ENTITY x SYSTEM "/harm">]><svg xmlns="http://www.w3.org/2000/svg"><title>&x;</title><path d="${KEY}"/></svg>`,
	'external-doctype': `<!DOCTYPE svg SYSTEM "/harm.dtd"><svg xmlns="http://www.w3.org/2000/svg" width="200" height="150"><path d="${KEY}"/></svg>`,
	'entity-bomb': `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;">]><svg xmlns="http://www.w3.org/2000/svg"><title>&c;</title><path d="${KEY}"/></svg>`,
	'entity-flood': `<!DOCTYPE svg [<!ENTITY a "${'a'.repeat(9000)}">]><svg xmlns="http://www.w3.org/2000/svg"><title>${'&a;'.repeat(400)}</title><path d="${KEY}"/></svg>`,
	'use-bomb': `<defs>${'abcdefgh'
		.split('')
		.map((id, i, all) =>
			i === 0
				? '<path id="a" d="M0 0H1V1Z"/>'
				: `<g id="${id}">${`<use href="#${all[i - 1]}"/>`.repeat(10)}</g>`,
		)
		.join('')}</defs><use href="#h"/>`,
	'use-itself': `<g id="a"><use href="#a"/></g><path d="${KEY}"/>`,
	'use-in-turn': `<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g><path d="${KEY}"/>`,
	'clip-itself': `<clipPath id="c" clip-path="url(#c)"><rect width="90" height="90"/></clipPath><path clip-path="url(#c)" d="${KEY}"/>`,
	'mask-itself': `<mask id="m"><rect mask="url(#m)" width="90" height="90" fill="#fff"/></mask><path mask="url(#m)" d="${KEY}"/>`,
	'gradient-itself': `<linearGradient id="g" href="#g"/><path fill="url(#g)" d="${KEY}"/>`,
	'pattern-itself': `<pattern id="p" width="9" height="9"><rect width="5" height="5" fill="url(#p)"/></pattern><path fill="url(#p)" d="${KEY}"/>`,
	'deep-groups': `${'<g>'.repeat(3000)}<path d="${KEY}"/>${'</g>'.repeat(3000)}`,
	'deep-selector': `<style>${'g '.repeat(60)}path{fill:red}</style>${'<g>'.repeat(50)}<path d="${KEY}"/>${'</g>'.repeat(50)}`,
	'names-of-objects': `<path id="__proto__" class="constructor" d="${KEY}"/><use href="#__proto__"/><use href="#constructor"/>`,
	'property-of-objects': `<path style="__proto__:red;constructor:blue;fill:#275" d="${KEY}"/>`,
	'long-title': `<title>${'Heron '.repeat(3000)}</title><path d="${KEY}"/>`,
	'no-drawing': '<html><body>No drawing</body></html>',
	'nothing-in-it': '<svg xmlns="http://www.w3.org/2000/svg"/>',
	'text-alone': '<text>Heron</text>',
	'control-characters': `<path id="a&#1;b" d="${KEY}"/>`,
	nulls: `<path d="M0 0\u0000H9V9Z"/>`,
	'two-roots': `<svg xmlns="http://www.w3.org/2000/svg"/><svg xmlns="http://www.w3.org/2000/svg"/>`,
}

/** A drawing that is torn off at every tenth byte. */
function broken(): DoorFile[] {
	const whole = svg(
		`<style>.k{fill:#275}</style><g transform="rotate(5)"><path class="k" d="${KEY}"/><use href="#o"/></g><circle id="o" cx="30" cy="30" r="9" stroke="#333"/>`,
	)
	const cuts = Array.from({ length: Math.floor(whole.length / 10) }, (_, i) => 10 * (i + 1))
	return cuts.map((at) => ({
		folder: 'broken',
		name: `at-${String(at).padStart(3, '0')}.svg`,
		text: whole.slice(0, at),
	}))
}
