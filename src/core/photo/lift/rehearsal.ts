import type { Contour } from '../../path/model'
import type { Pixels } from '../pixels'
import { liftingFrom } from './lifting'

/** Levels of a made-up thing, of what it lies on, and of the grain of both. */
const THING = [150, 70, 60] as const
const GROUND = [96, 112, 84] as const
const GRAIN = 12
/** Round the thing lies so much ground, as a share of what it is across. */
const ROUND = 0.08

/**
 * Lifts a made-up thing, and dabs on it: what an engine compiles only once it has run for a while is quick by the
 * time that somebody draws a box, and the model is read.
 * @param across of the picture, px
 * @returns what was lifted
 */
export function rehearseLifting(across: number): Contour[] {
	const photo = rosette(across)
	const lift = liftingFrom(photo)
	const round = ROUND * across
	const box = { minX: round, minY: round, maxX: across - round, maxY: photo.height - round }
	const dab = {
		side: 'outside',
		points: Float64Array.of(across / 2, across / 8),
		radius: 4,
	} as const
	lift({ box })
	return lift({ box, dabs: [dab] }).contours
}

/** A thing of five lobes in the middle of a picture. */
function rosette(across: number): Pixels {
	const [width, height] = [across, Math.round(0.75 * across)]
	const data = new Uint8ClampedArray(4 * width * height).fill(255)
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const [dx, dy] = [x - width / 2, y - height / 2]
			const reach = (0.3 + 0.06 * Math.cos(5 * Math.atan2(dy, dx))) * height
			const levels = Math.hypot(dx, dy) < reach ? THING : GROUND
			// Grain that needs no chance: steps of a prime, wrapped round.
			const grain = ((y * width + x) * 7919) % GRAIN
			for (let c = 0; c < 3; c++) data[4 * (y * width + x) + c] = Number(levels[c]) + grain
		}
	return { width, height, data }
}
