/** Deterministic lattice noise for textures and sampling; the same on every machine. */

/** An integer hash of up to three lattice coordinates to [0, 1). */
export function hash(x: number, y: number, z = 0): number {
	let h = Math.imul(x | 0, 0x27d4eb2d) ^ Math.imul(y | 0, 0x165667b1) ^ Math.imul(z | 0, 0x9e3779b1)
	h = Math.imul(h ^ (h >>> 15), 0x85ebca6b)
	h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
	return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

/** Value noise in [0, 1], smooth in all three coordinates. */
export function noise(x: number, y: number, z: number): number {
	const i = Math.floor(x)
	const j = Math.floor(y)
	const k = Math.floor(z)
	const u = ease(x - i)
	const v = ease(y - j)
	const w = ease(z - k)
	const near = mix(
		mix(hash(i, j, k), hash(i + 1, j, k), u),
		mix(hash(i, j + 1, k), hash(i + 1, j + 1, k), u),
		v,
	)
	const far = mix(
		mix(hash(i, j, k + 1), hash(i + 1, j, k + 1), u),
		mix(hash(i, j + 1, k + 1), hash(i + 1, j + 1, k + 1), u),
		v,
	)
	return mix(near, far, w)
}

/** Fractal sum of `octaves` of noise, each half as strong and twice as fine; in [0, 1]. */
export function fractal(x: number, y: number, z: number, octaves: number): number {
	let sum = 0
	let weight = 0.5
	let scale = 1
	for (let i = 0; i < octaves; i++) {
		sum += weight * noise(x * scale, y * scale, z * scale)
		scale *= 2.03
		weight *= 0.5
	}
	return sum / (1 - 0.5 ** octaves)
}

export function mix(a: number, b: number, t: number): number {
	return a + (b - a) * t
}

/** 0 below `a`, 1 above `b`, smooth between. */
export function smoothstep(a: number, b: number, x: number): number {
	return ease(Math.min(1, Math.max(0, (x - a) / (b - a))))
}

function ease(t: number): number {
	return t * t * (3 - 2 * t)
}
