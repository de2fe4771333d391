import { formatPathData } from '../path/pathData'
import type { Drill, Trace } from './drill'
import { piecesIn } from './ofPieces'

/** The paper that pictures of drills are painted on, and their paint. */
const PAPER = '#d9ccb2'
const PAINT = '#3d4a55'
/** The width of a picture's line, px. */
const LINE_PX = 5

/** How a thing looks on the bench to a camera: its ground and itself, where the light falls on it and where it does not. */
interface Lit {
	readonly ground: string
	readonly light: string
	readonly dark: string
	/** How strong the grain is, 0 to 1. */
	readonly grain: number
	/** How dark its shadow is. */
	readonly shadow: number
}

const WELL_LIT: Lit = {
	ground: '#cbb892',
	light: '#5b5248',
	dark: '#2c2925',
	grain: 0.1,
	shadow: 0.35,
}
/** Some levels from its ground: hardly told from it before the tone is drawn apart. */
const FAINT: Lit = { ground: '#4a463f', light: '#423e38', dark: '#3f3b35', grain: 0.02, shadow: 0 }

/**
 * The picture of a drill, as an SVG document of its size. Those that look like photographs have a soft edge, a shadow
 * and grain, and their edge is where the answer's outline is.
 * @returns `null` where one works on what is there
 */
export function drillPicture({ answer, picture, width, height, beside }: Drill): string | null {
	if (picture === 'none') return null
	const drawn = {
		shape: () => flat(shapeOf(answer, PAINT)),
		line: () =>
			flat(
				`<path d="${formatPathData(answer.contours)}" fill="none" stroke="${PAINT}" stroke-width="${LINE_PX}" stroke-linecap="round" stroke-linejoin="round"/>`,
			),
		pieces: () =>
			flat(
				piecesIn(answer)
					.map(({ contours, fill }) =>
						shapeOf({ contours, fillRule: answer.fillRule }, fill ?? PAINT),
					)
					.join(''),
			),
		photo: () => photographed([answer, ...(beside ?? [])], WELL_LIT),
		'faint photo': () => photographed([answer, ...(beside ?? [])], FAINT),
	}[picture]()
	return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${drawn}</svg>`
}

const flat = (drawn: string) => `<rect width="100%" height="100%" fill="${PAPER}"/>${drawn}`

function shapeOf(
	{ contours, fillRule }: Pick<Trace, 'contours' | 'fillRule'>,
	paint: string,
): string {
	return `<path d="${formatPathData(contours)}" fill="${paint}" fill-rule="${fillRule}"/>`
}

/** Things on the bench as a camera sees them. */
function photographed(
	things: readonly Trace[],
	{ ground, light, dark, grain, shadow }: Lit,
): string {
	const shapes = things.map((thing) => shapeOf(thing, 'url(#lit)')).join('')
	const shadows = things.map((thing) => shapeOf(thing, '#1a1510')).join('')
	return `<defs>
<linearGradient id="lit" gradientUnits="userSpaceOnUse" x1="0" y1="0" x2="700" y2="750"><stop offset="0" stop-color="${light}"/><stop offset="1" stop-color="${dark}"/></linearGradient>
<filter id="soft" x="0" y="0" width="100%" height="100%" filterUnits="userSpaceOnUse"><feGaussianBlur stdDeviation="0.8"/></filter>
<filter id="shade" x="-10%" y="-10%" width="120%" height="120%"><feGaussianBlur stdDeviation="14"/></filter>
<filter id="grain" x="0" y="0" width="100%" height="100%"><feTurbulence type="fractalNoise" baseFrequency="0.8" numOctaves="2" seed="7"/><feColorMatrix values="0 0 0 0 0.5  0 0 0 0 0.45  0 0 0 0 0.4  0 0 0 ${grain * 2} 0"/></filter>
</defs><rect width="100%" height="100%" fill="${ground}"/><g filter="url(#shade)" transform="translate(14 18)" opacity="${shadow}">${shadows}</g><g filter="url(#soft)">${shapes}</g><rect width="100%" height="100%" filter="url(#grain)"/>`
}
