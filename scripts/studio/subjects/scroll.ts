import { banded, bentTube, type Joint, prism } from '../distance.ts'
import { fractal, mix, noise, smoothstep } from '../noise.ts'
import type { Subject, Surface } from '../scene.ts'

/** The paint stands this high on the board. */
const PAINT = 0.007

/** The right half; the left is its mirror image. Strokes swell and thin like a flat brush's. */
const strokes = [
	// The great volute, from the middle outward and round, ending in a ball.
	volute(1.02, -0.02, 0.52, Math.PI, 2.15, 1, 0.018, 0.088),
	// A lesser one turning the other way beneath it.
	volute(0.5, 0.62, 0.25, -Math.PI * 0.72, 1.6, -1, 0.014, 0.05),
	// A flat curve along the foot, thick to a hair.
	stroke([0.1, 0.9], [0.62, 1.06], [1.25, 1.0], [1.86, 0.74], (t) => 0.05 * (1 - t) ** 1.4 + 0.006),
	// The long stem from the heart to the volute, and a tendril that leaves it.
	stroke(
		[0.02, 0.42],
		[0.1, 0.1],
		[0.28, -0.12],
		[0.52, -0.16],
		(t) => 0.03 + 0.03 * Math.sin(Math.PI * t),
	),
	stroke([0.3, -0.08], [0.34, -0.5], [0.66, -0.86], [1.16, -0.82], (t) => 0.042 * (1 - t) + 0.004),
	stroke([1.5, -0.32], [1.66, -0.6], [1.84, -0.66], [1.98, -0.5], (t) => 0.04 * (1 - t) + 0.004),
]
const BALLS = [
	[1.155, 0.045, 0.085],
	[0.415, 0.6, 0.052],
	[1.17, -0.815, 0.036],
] as const
/** A lozenge at the heart, and a pointed leaf above it: corners, and long straight edges. */
const HEART = [-0.15, 0.5, 0, 0.28, 0.15, 0.5, 0, 0.78]
const LEAF = [-0.001, -0.72, 0.13, -0.3, 0.075, -0.06, -0.001, 0.12]
const DART = [0.2, 0.82, 0.26, 1.12, 0.08, 1.0]

const painted = banded(
	(x, z) => {
		const u = Math.abs(x)
		let d = Math.min(
			prism(x, 0, z, HEART, 1, 0),
			prism(u, 0, z, LEAF, 1, 0),
			prism(u, 0, z, DART, 1, 0),
		)
		for (const [cx, cz, r] of BALLS) d = Math.min(d, Math.sqrt((u - cx) ** 2 + (z - cz) ** 2) - r)
		for (const one of strokes) d = Math.min(d, one(u, 0, z))
		return d
	},
	2.3,
	0.01,
)

/** A scroll ornament painted on a board: thick and thin strokes, corners, flat curves. */
export const scroll: Subject = {
	name: 'scroll',
	bounds: { centre: [0, 0, 0.1], radius: 2.25 },
	distance: (x, y, z) => {
		const high = Math.abs(y) - PAINT
		return high > 0.3 ? high : Math.max(painted(x, z), high)
	},
	surface,
}

/** A spiral stroke about (cx, cz) that narrows by half a turn; `sense` 1 turns clockwise as seen. */
function volute(
	cx: number,
	cz: number,
	radius: number,
	from: number,
	turns: number,
	sense: 1 | -1,
	thin: number,
	thick: number,
) {
	const joints: Joint[] = Array.from({ length: 90 }, (_, i) => {
		const t = i / 89
		const r = radius * Math.exp(-1.32 * t)
		const a = from + sense * 2 * Math.PI * turns * 0.72 * t
		return [
			cx + r * Math.cos(a),
			0,
			cz + r * Math.sin(a),
			mix(thin, thick, Math.sin(Math.PI * Math.min(1, t * 1.5 + 0.08)) ** 2) * (1 - 0.5 * t),
		]
	})
	return bentTube(joints, 0)
}

/** A brush stroke along a cubic in the board's plane, `width(t)` its half width. */
function stroke(
	a: readonly [number, number],
	b: readonly [number, number],
	c: readonly [number, number],
	d: readonly [number, number],
	width: (t: number) => number,
) {
	const joints: Joint[] = Array.from({ length: 41 }, (_, i) => {
		const t = i / 40
		const s = 1 - t
		const at = (k: 0 | 1) =>
			s * s * s * a[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t * t * t * d[k]
		return [at(0), 0, at(1), width(t)]
	})
	return bentTube(joints, 0)
}

function surface(x: number, _y: number, z: number): Surface {
	const brushed = noise(x * 30, z * 30, 2) * 0.5 + fractal(x * 4, z * 4, 5, 4) * 0.5
	const dry = smoothstep(0.62, 0.74, fractal(x * 7 + 2, z * 7, 9, 4))
	const tone = 0.7 + 0.6 * brushed
	return {
		colour: [
			mix(0.035, 0.11, dry) * tone,
			mix(0.055, 0.12, dry) * tone,
			mix(0.12, 0.16, dry) * tone,
		],
		reflectance: 0.045,
		roughness: 0.45 + 0.3 * brushed,
		metal: false,
	}
}
