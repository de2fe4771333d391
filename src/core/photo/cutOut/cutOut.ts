import { offset } from '../../combine/offset'
import { byteAt, floatAt, item } from '../../geometry/numbers'
import { levelsOf } from '../../path/hex'
import type { Contour, FillRule } from '../../path/model'
import type { Pixels } from '../pixels'
import { blurred } from './blur'
import { cleaned } from './cleaned'
import { coverageOf } from './coverage'
import { covering } from './covering'

export interface CutOutOptions {
	/** How outlines fill; even-odd where it is not said. */
	readonly rule?: FillRule
	/** How far inside the outlines the cut runs, px; none where it is not said. */
	readonly allowance?: number
	/** How softly the edge fades, px from all to nothing; as sharp as pixels are where it is not said. */
	readonly feather?: number
	/** Whether what the lens mixed into the edge is taken out; so unless it is said otherwise. */
	readonly clean?: boolean
}

/** What lies behind what is cut out: a colour or a gradient, or another picture, so large that it covers all. */
export type Backdrop = Gradient | { readonly picture: Pixels }

interface Gradient {
	/** `#rrggbb` at each end of a straight gradient, or one for all of it. */
	readonly colours: readonly string[]
	/** Which way the gradient runs, degrees clockwise from level. */
	readonly angle: number
}

export interface Shadow {
	/** Whither it falls, degrees clockwise from level. */
	readonly angle: number
	/** px */
	readonly distance: number
	/** How soft its edge is, px. */
	readonly blur: number
	/** 0 to 1 */
	readonly strength: number
	/** How dark the ground is right where it stands, 0 to 1. */
	readonly contact: number
}

/** An allowance is kept so exactly: less than a pixel's coverage can tell, px. */
const EDGE_PX = 0.02

/**
 * What outlines fill of a photo, the rest seen through.
 * @param contours px of the photo
 * @returns a picture of the photo's size
 */
export function cutOut(
	photo: Pixels,
	contours: readonly Contour[],
	{ rule = 'evenodd', allowance = 0, feather = 0, clean = true }: CutOutOptions = {},
): Pixels {
	const { width, height } = photo
	const whole = coverageOf(contours, rule, width, height)
	const cover = allowance > 0 ? within(contours, rule, allowance, photo) : whole
	const soft = feather > 0 ? blurred(cover, width, height, feather / 4) : cover
	// The lens mixed colours at the object's edge, however far inside it the cut runs.
	const { data } = clean ? cleaned(photo, whole) : { data: new Uint8ClampedArray(photo.data) }
	for (let at = 0; at < soft.length; at++) data[4 * at + 3] = Math.round(255 * floatAt(soft, at))
	return { width, height, data }
}

/** What is left of outlines so far inside them. */
function within(
	contours: readonly Contour[],
	rule: FillRule,
	allowance: number,
	{ width, height }: Pixels,
): Float32Array {
	const inner = offset(contours, -allowance, { rule, tolerance: EDGE_PX, fewest: false })
	return coverageOf(inner, 'nonzero', width, height)
}

/** The mask that a cut-out has, white where it is kept, as pixels. */
export function maskOf(picture: Pixels): Pixels {
	const data = new Uint8ClampedArray(picture.data.length)
	for (let at = 0; at < data.length; at += 4) {
		const level = byteAt(picture.data, at + 3)
		data[at] = data[at + 1] = data[at + 2] = level
		data[at + 3] = 255
	}
	return { ...picture, data }
}

/** A cut-out laid on a backdrop, or on nothing, with its shadow on it. */
export function laidOn(picture: Pixels, backdrop: Backdrop | null, shadow: Shadow | null): Pixels {
	const { width, height } = picture
	const dark = shadow ? shadowOf(picture, shadow) : null
	const ground = backdrop ? groundAt(backdrop, width, height) : null
	const data = new Uint8ClampedArray(picture.data.length)
	for (let at = 0; at < width * height; at++) {
		const p = 4 * at
		const over = byteAt(picture.data, p + 3) / 255
		const shade = dark ? floatAt(dark, at) : 0
		const below = ground?.(at % width, Math.floor(at / width))
		// The shadow is black, over the ground or over nothing.
		const under = below ? 1 : shade
		const alpha = over + under * (1 - over)
		for (let c = 0; c < 3; c++) {
			const beneath = below ? item(below, c) * (1 - shade) : 0
			const mixed = byteAt(picture.data, p + c) * over + beneath * under * (1 - over)
			data[p + c] = alpha > 0 ? mixed / alpha : 0
		}
		data[p + 3] = 255 * alpha
	}
	return { width, height, data }
}

/** What of an object's height stands on the ground, and how flat its shadow there is. */
const FOOT = 0.035
const FLAT = 0.35

/** How dark the ground is at each pixel, 0 to 1. */
function shadowOf(
	picture: Pixels,
	{ angle, distance, blur, strength, contact }: Shadow,
): Float32Array {
	const { width, height, data } = picture
	const alpha = new Float32Array(width * height)
	for (let at = 0; at < alpha.length; at++) alpha[at] = byteAt(data, 4 * at + 3) / 255
	const way = (angle * Math.PI) / 180
	const fallen = moved(alpha, width, height, Math.cos(way) * distance, Math.sin(way) * distance)
	const dark = blurred(fallen, width, height, blur / 2)
	const foot = contact > 0 ? footOf(alpha, width, height) : null
	return dark.map((v, at) => {
		const near = foot ? contact * Math.min(1, floatAt(foot, at)) : 0
		return 1 - (1 - strength * v) * (1 - near)
	})
}

/** The lowest part of an object, laid flat and blurred. */
function footOf(alpha: Float32Array, width: number, height: number): Float32Array {
	const rows = Array.from({ length: height }, (_, y) =>
		alpha.subarray(y * width, (y + 1) * width).some((v) => v > 0.5),
	)
	const [top, bottom] = [rows.indexOf(true), rows.lastIndexOf(true)]
	const tall = Math.max(4, Math.round((bottom - top) * FOOT))
	const foot = new Float32Array(alpha.length)
	for (let y = Math.max(0, bottom - tall); y <= bottom; y++)
		foot.set(alpha.subarray(y * width, (y + 1) * width), y * width)
	return blurred(foot, width, height, tall, tall * FLAT).map((v) => 2.5 * v)
}

function moved(
	values: Float32Array,
	width: number,
	height: number,
	dx: number,
	dy: number,
): Float32Array {
	const out = new Float32Array(values.length)
	const [sx, sy] = [Math.round(dx), Math.round(dy)]
	for (let y = 0; y < height; y++) {
		const from = y - sy
		if (from < 0 || from >= height) continue
		for (let x = Math.max(0, sx); x < Math.min(width, width + sx); x++)
			out[y * width + x] = floatAt(values, from * width + x - sx)
	}
	return out
}

type Ground = (x: number, y: number) => readonly number[]

function groundAt(backdrop: Backdrop, width: number, height: number): Ground {
	return 'picture' in backdrop
		? covering(backdrop.picture, width, height)
		: gradientAt(backdrop, width, height)
}

function gradientAt({ colours, angle }: Gradient, width: number, height: number): Ground {
	const [first = [255, 255, 255] as const, last = first] = colours.map(levelsOf)
	const way = (angle * Math.PI) / 180
	const [c, s] = [Math.cos(way), Math.sin(way)]
	// From corner to corner, whichever way it runs.
	const reach = (Math.abs(c) * width + Math.abs(s) * height) / 2
	return (x, y) => {
		const along = ((x + 0.5 - width / 2) * c + (y + 0.5 - height / 2) * s) / reach
		const t = Math.min(1, Math.max(0, (along + 1) / 2))
		return first.map((v, n) => v + ((last[n] ?? v) - v) * t)
	}
}
