import type { Affine } from '../../geometry/affine'
import { byteAt, item } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import { bearingOf, type EdgeMaps } from './edgeMaps'

/** A place of an outline and its normal there. */
export interface Mark {
	readonly at: Point
	/** radians */
	readonly normal: number
}

/** How something may lie elsewhere. */
export interface Ways {
	/** How far its size may differ, as factors. */
	readonly scales: readonly [least: number, most: number]
	/** How far it may be turned either way, radians. */
	readonly turn: number
	/** Whether it may lie as in a mirror. */
	readonly mirrored: boolean
}

/** Where something may lie once more, by edges seen coarsely. */
export interface RoughPlace {
	/** From where it lies to where it may. */
	readonly map: Affine
	readonly middle: Point
	/** How plainly the edges are where they should be, 0 to 1. */
	readonly likeness: number
}

/** A step from pose to pose moves what is furthest out by about so many blocks: edges are spread by one. */
const STEP_BLOCKS = 1.6
/** Places are looked at so many blocks apart. */
const STRIDE = 2
/** After so many marks a place is given up that is far behind what it needs. */
const FIRST_MARKS = 10
const BEHIND = 0.7
/** Two places are one where their middles are nearer than this share of the size. */
const APART = 0.3

/**
 * Where marks would lie on edges of their bearings: each pose over all places, by looking up the edges spread out.
 * @param marks in an order in which each few of them go all round
 * @param middle, radius of what they are marks of, photo px
 * @param within where the middle may come to lie, photo px
 * @param least likenesses below it are none
 * @returns at most `most`, the likeliest first
 */
export function roughPlaces(
	marks: readonly Mark[],
	{ middle, radius }: { readonly middle: Point; readonly radius: number },
	maps: EdgeMaps,
	ways: Ways,
	{ within, least, most }: { readonly within: Span; readonly least: number; readonly most: number },
): RoughPlace[] {
	const { block, across, down, plain } = maps
	const [u0, u1] = [Math.max(0, within[0] / block), Math.min(across, within[2] / block)]
	const [v0, v1] = [Math.max(0, within[1] / block), Math.min(down, within[3] / block)]
	const columns = Math.max(1, Math.ceil((u1 - u0) / STRIDE))
	const rows = Math.max(1, Math.ceil((v1 - v0) / STRIDE))
	const best = new Float32Array(columns * rows)
	const bestPose = new Int32Array(columns * rows)
	const poses = posesOf(ways, radius / block)
	const count = marks.length
	const du = new Int32Array(count)
	const dv = new Int32Array(count)
	const bearings = new Uint8Array(count)
	const early = BEHIND * least * 255 * FIRST_MARKS
	const isBusy = busyness(maps, Math.max(1, Math.round(radius / block)))
	const needed = ENOUGH * ways.scales[0] * blocksUnder(marks, block)
	const looked: number[] = []
	for (let k = 0; k < best.length; k++) if (isBusy(...blockOf(k)) >= needed) looked.push(k)
	for (const [p, pose] of poses.entries()) {
		for (const [k, { at, normal }] of marks.entries()) {
			const [x, y] = turned(pose, at[0] - middle[0], at[1] - middle[1])
			du[k] = Math.round(x / block)
			dv[k] = Math.round(y / block)
			bearings[k] = bearingOf(pose.mirrored ? pose.turn + Math.PI - normal : pose.turn + normal)
		}
		for (const k of looked) {
			const [u, v] = blockOf(k)
			let sum = 0
			let seen = 0
			for (; seen < count; seen++) {
				if (seen === FIRST_MARKS && sum < early) break
				const x = u + (du[seen] as number)
				const y = v + (dv[seen] as number)
				if (x < 0 || y < 0 || x >= across || y >= down) continue
				sum += byteAt(item(plain, bearings[seen] as number), y * across + x)
			}
			if (seen < count) continue
			const likeness = sum / (255 * count)
			if (likeness <= (best[k] as number)) continue
			best[k] = likeness
			bestPose[k] = p
		}
	}
	const places: RoughPlace[] = []
	for (const k of [...best.keys()].sort((a, b) => (best[b] as number) - (best[a] as number))) {
		const likeness = best[k] as number
		if (likeness < least || places.length >= most) break
		const [u, v] = blockOf(k)
		const at: Point = [block * (u + 0.5), block * (v + 0.5)]
		if (places.some((one) => distance(one.middle, at) < APART * radius)) continue
		places.push({
			likeness,
			middle: at,
			map: mapOf(item(poses, bestPose[k] as number), middle, at),
		})
	}
	return places

	function blockOf(k: number): readonly [u: number, v: number] {
		return [
			Math.round(u0 + (k % columns) * STRIDE),
			Math.round(v0 + Math.floor(k / columns) * STRIDE),
		]
	}
}

/** Somewhere with fewer edges about it than this share of those it needs there is nothing. */
const ENOUGH = 0.5

/** How many blocks about a block have an edge of any bearing, by sums over the whole. */
function busyness({ across, down, plain }: EdgeMaps, reach: number) {
	const sums = new Int32Array((across + 1) * (down + 1))
	for (let v = 0; v < down; v++)
		for (let u = 0, row = 0; u < across; u++) {
			if (plain.some((map) => byteAt(map, v * across + u) > 0)) row++
			sums[(v + 1) * (across + 1) + u + 1] = (sums[v * (across + 1) + u + 1] as number) + row
		}
	const sum = (u: number, v: number) =>
		sums[Math.max(0, Math.min(down, v)) * (across + 1) + Math.max(0, Math.min(across, u))] as number
	return (u: number, v: number) =>
		sum(u + reach + 1, v + reach + 1) -
		sum(u - reach, v + reach + 1) -
		sum(u + reach + 1, v - reach) +
		sum(u - reach, v - reach)
}

function blocksUnder(marks: readonly Mark[], block: number): number {
	return new Set(marks.map(({ at }) => `${Math.floor(at[0] / block)} ${Math.floor(at[1] / block)}`))
		.size
}

/** Left, top, right and bottom, photo px. */
export type Span = readonly [number, number, number, number]

interface Pose {
	readonly turn: number
	readonly scale: number
	readonly mirrored: boolean
}

function posesOf({ scales: [least, most], turn, mirrored }: Ways, radius: number): Pose[] {
	const step = STEP_BLOCKS / Math.max(1, radius)
	const sizes = Math.ceil(Math.log(most / least) / step)
	const turns = Math.ceil(turn / step)
	const full = turn >= Math.PI
	return (mirrored ? [false, true] : [false]).flatMap((mirrored) =>
		Array.from(
			{ length: sizes + 1 },
			(_, i) => least * (most / least) ** (i / (sizes || 1)),
		).flatMap((scale) =>
			Array.from(
				{ length: full ? 2 * turns : 2 * turns + 1 },
				(_, k): Pose => ({
					turn: turns === 0 ? 0 : ((k - turns) / turns) * Math.min(turn, Math.PI),
					scale,
					mirrored,
				}),
			),
		),
	)
}

function turned({ turn, scale, mirrored }: Pose, x: number, y: number): readonly [number, number] {
	const [c, s] = [scale * Math.cos(turn), scale * Math.sin(turn)]
	const u = mirrored ? -x : x
	return [c * u - s * y, s * u + c * y]
}

function mapOf(pose: Pose, from: Point, to: Point): Affine {
	const [a, b] = turned(pose, 1, 0)
	const [c, d] = turned(pose, 0, 1)
	return [a, b, c, d, to[0] - a * from[0] - c * from[1], to[1] - b * from[0] - d * from[1]]
}
