import type { PDFContext, PDFDict, PDFRef } from '@cantoo/pdf-lib'
import { type Affine, composeAffine, IDENTITY } from '../../geometry/affine'
import { turnAbout } from '../../geometry/placement'
import { figurePath } from '../../path/figures'
import {
	ellipseMap,
	focusWithin,
	type Gradient,
	isGradient,
	type Pattern,
} from '../../path/gradients'
import type { Paint, Stop } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { pathIn, plainNumber, shares } from '../pathWords'
import type { Spots } from './spots'
import { PDF_WORDS } from './words'

/** Stands for paints in the contents of a page: operators, and the resources that they name. */
export interface Inks {
	/** Operators that make a paint the one that areas, or lines, are painted with. */
	set(paint: Exclude<Paint, { readonly kind: 'none' }>, of: 'area' | 'line', share: number): string
	/** Operators that paint contents as one thing, see-through by a share. */
	together(share: number, draw: (inks: Inks) => string): string
	/** What all these operators name. */
	resources(): PDFDict
}

/** Of the sheet, px. */
export interface Extent {
	readonly width: number
	readonly height: number
}

/** Which kinds of resources there are, and the letter that names of them begin with. */
const LETTERS = { Pattern: 'P', ExtGState: 'G', XObject: 'X', ColorSpace: 'C' } as const
type Kind = keyof typeof LETTERS

/**
 * Inks for one stream of contents (PDF 1.7, 8.7 Patterns and 11.6 Transparency).
 * @param base from px of the sheet to where the contents are drawn: patterns are laid by it
 * @param spots where flat colours are inks of their own
 */
export function createInks(context: PDFContext, base: Affine, extent: Extent, spots?: Spots): Inks {
	const named: Record<Kind, Map<string, PDFRef>> = {
		Pattern: new Map(),
		ExtGState: new Map(),
		XObject: new Map(),
		ColorSpace: new Map(),
	}
	/** A resource's name; it is made when it is first asked for. */
	const nameOf = (kind: Kind, key: string, make: () => PDFRef) => {
		const all = named[kind]
		if (!all.has(key)) all.set(key, make())
		return `/${LETTERS[kind]}${[...all.keys()].indexOf(key)}`
	}
	const object = (literal: object) => context.register(context.obj(literal as never))
	const stream = (content: string, dict: object) =>
		context.register(context.flateStream(content, dict as never))
	const state = (key: string, literal: () => object) =>
		`${nameOf('ExtGState', key, () => object(literal()))} gs`
	const form = (content: string, space: 'DeviceRGB' | 'DeviceGray', resources: unknown) =>
		stream(content, {
			Type: 'XObject',
			Subtype: 'Form',
			BBox: [-extent.width, -extent.height, 2 * extent.width, 2 * extent.height],
			Group: { Type: 'Group', S: 'Transparency', CS: space },
			Resources: resources,
		})

	/** A mask that lets a gradient through by the alpha of its stops. */
	const maskOf = (gradient: Gradient) => {
		const { width, height } = extent
		const area = [-width, -height, 3 * width, 3 * height].map((v) => plainNumber(v, 2)).join(' ')
		const P0 = object(shading(gradient, IDENTITY, alphaOf, 'DeviceGray'))
		const G = form(`/Pattern cs /P0 scn ${area} re f`, 'DeviceGray', { Pattern: { P0 } })
		return { SMask: { Type: 'Mask', S: 'Luminosity', G } }
	}

	return {
		set: (paint, of, share) => {
			const own = 'alpha' in paint ? (paint.alpha ?? 1) : 1
			const alpha = plainNumber(share * own, 4)
			const see = of === 'area' ? 'ca' : 'CA'
			const lines = [state(`${see} ${alpha}`, () => ({ [see]: Number(alpha) }))]
			if (paint.kind === 'solid' && spots) {
				const { colour } = paint
				const space = nameOf('ColorSpace', colour, () => spots.of(colour))
				return [...lines, of === 'area' ? `${space} cs 1 scn` : `${space} CS 1 SCN`].join('\n')
			}
			if (paint.kind === 'solid') {
				const rgb = shares(paint.colour).map((v) => plainNumber(v, 5))
				return [...lines, `${rgb.join(' ')} ${of === 'area' ? 'rg' : 'RG'}`].join('\n')
			}
			const key = JSON.stringify(paint)
			if (isGradient(paint) && paint.stops.some((stop) => (stop.alpha ?? 1) < 1))
				lines.push(state(`mask ${key}`, () => maskOf(paint)))
			const name = nameOf('Pattern', key, () =>
				isGradient(paint)
					? object(shading(paint, base, ({ colour }) => shares(colour), 'DeviceRGB'))
					: stream(figureContent(paint), tiling(paint, base)),
			)
			lines.push(of === 'area' ? `/Pattern cs ${name} scn` : `/Pattern CS ${name} SCN`)
			return lines.join('\n')
		},
		together: (share, draw) => {
			const inner = createInks(context, IDENTITY, extent, spots)
			const ref = form(draw(inner), 'DeviceRGB', inner.resources())
			const alpha = plainNumber(share, 4)
			const see = state(`both ${alpha}`, () => ({ ca: Number(alpha), CA: Number(alpha) }))
			return ['q', see, `${nameOf('XObject', ref.toString(), () => ref)} Do`, 'Q'].join('\n')
		},
		resources: () => {
			const all: Record<string, Record<string, PDFRef>> = {}
			for (const kind of Object.keys(LETTERS) as Kind[])
				all[kind] = Object.fromEntries(
					[...named[kind].values()].map((ref, n) => [`${LETTERS[kind]}${n}`, ref]),
				)
			return context.obj(all)
		},
	}
}

const alphaOf = ({ alpha = 1 }: Stop) => [alpha]

/** A gradient as a shading pattern: from 0 to 1 along its way, its end colours going on beyond. */
function shading(
	gradient: Gradient,
	base: Affine,
	levels: (stop: Stop) => readonly number[],
	ColorSpace: 'DeviceRGB' | 'DeviceGray',
): object {
	const linear = gradient.kind === 'linear'
	const place = linear ? IDENTITY : ellipseMap(gradient)
	return {
		Type: 'Pattern',
		PatternType: 2,
		Matrix: [...composeAffine(base, place)],
		Shading: {
			ShadingType: linear ? 2 : 3,
			ColorSpace,
			Coords: linear ? [...gradient.from, ...gradient.to] : [...focusWithin(gradient), 0, 0, 0, 1],
			Extend: [true, true],
			Function: alongStops(gradient.stops, levels),
		},
	}
}

/** Levels from 0 to 1 as a stitching function; where two stops stand at one place they jump. */
function alongStops(stops: readonly Stop[], levels: (stop: Stop) => readonly number[]): object {
	const [first] = stops
	const last = stops.at(-1)
	if (!first || !last) throw new RangeError('A gradient has a stop at least.')
	const all = [{ ...first, at: 0 }, ...stops, { ...last, at: 1 }]
	const parts = all.slice(1).flatMap((to, n) => {
		const from = all[n] as Stop
		return to.at > from.at ? [{ from, to }] : []
	})
	return {
		FunctionType: 3,
		Domain: [0, 1],
		Bounds: parts.slice(1).map(({ from }) => from.at),
		Encode: parts.flatMap(() => [0, 1]),
		Functions: parts.map(({ from, to }) => ({
			FunctionType: 2,
			Domain: [0, 1],
			N: 1,
			C0: [...levels(from)],
			C1: [...levels(to)],
		})),
	}
}

function tiling({ spacing, angle, at }: Pattern, base: Affine): object {
	const turned = turnAbout([0, 0], (angle * Math.PI) / 180)
	return {
		Type: 'Pattern',
		PatternType: 1,
		PaintType: 1,
		TilingType: 1,
		BBox: [0, 0, spacing, spacing],
		XStep: spacing,
		YStep: spacing,
		Resources: {},
		Matrix: [...composeAffine(base, composeAffine([1, 0, 0, 1, at[0], at[1]], turned))],
	}
}

/** One square of a pattern. */
function figureContent({ figure, spacing, weight, colour, ground }: Pattern): string {
	const px = (v: number) => plainNumber(v, 4)
	const rgb = (of: string) => shares(of).map(px).join(' ')
	const beneath = ground ? [`${rgb(ground)} rg 0 0 ${px(spacing)} ${px(spacing)} re f`] : []
	if (figure === 'dots') {
		// A line of no length with round ends is a disc.
		const middle = px(spacing / 2)
		return [
			...beneath,
			`${rgb(colour)} RG ${px(weight)} w 1 J ${middle} ${middle} m ${middle} ${middle} l S`,
		].join('\n')
	}
	const lines = pathIn(PDF_WORDS, parsePathData(figurePath(figure, spacing)))
	return [...beneath, `${rgb(colour)} RG ${px(weight)} w`, lines, 'S'].join('\n')
}
