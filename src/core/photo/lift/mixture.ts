import { at, byteAt, floatAt, item } from '../../geometry/numbers'

/** A mixture of Gaussians over colours. */
export interface Mixture {
	readonly count: number
	/** For each: its mean (3), the inverse of its covariance (6: xx, xy, xz, yy, yz, zz), the log of its share and norm. */
	readonly numbers: Float64Array
}

const PER = 10
const PARTS = 6
/** Grain and rounding spread any colour by so much, σ. */
const LEAST_SPREAD = 1.2
/** A part of less than this share of the colours is not split. */
const LEAST_SHARE = 0.02
const ROUNDS = 3

/**
 * The mixture that colours are drawn from: the widest part is split along its longest axis (Orchard &
 * Bouman, 1991), then each colour goes to its likeliest part and the parts are made anew, a few times.
 * @param colours three floats each
 */
export function mixtureOf(colours: Float32Array, parts = PARTS): Mixture {
	const count = colours.length / 3
	const own = new Uint8Array(count)
	let sums = summed(colours, own, 1)
	while (sums.length < parts) {
		const axes = sums.map(longestAxis)
		const widest = axes.reduce(
			(best, { spread }, k) =>
				at(item(sums, k), 0) > LEAST_SHARE * count && spread > item(axes, best).spread ? k : best,
			0,
		)
		const { along, spread } = item(axes, widest)
		if (spread <= LEAST_SPREAD ** 2) break
		split(colours, own, widest, sums.length, along, item(sums, widest))
		sums = summed(colours, own, sums.length + 1)
	}
	let mixture = mixtureFrom(sums, count)
	for (let round = 0; round < ROUNDS; round++) {
		for (let n = 0; n < count; n++) own[n] = likeliest(mixture, colours, 3 * n)
		mixture = mixtureFrom(summed(colours, own, sums.length), count)
	}
	return mixture
}

/** The colours of a part that lie beyond its mean along an axis become another's. */
function split(
	colours: Float32Array,
	own: Uint8Array,
	from: number,
	to: number,
	[a, b, c]: readonly [number, number, number],
	sum: Float64Array,
): void {
	const middle = (a * at(sum, 1) + b * at(sum, 2) + c * at(sum, 3)) / at(sum, 0)
	for (let n = 0; n < own.length; n++) {
		if (byteAt(own, n) !== from) continue
		const k = 3 * n
		const along =
			a * floatAt(colours, k) + b * floatAt(colours, k + 1) + c * floatAt(colours, k + 2)
		if (along > middle) own[n] = to
	}
}

/** Count, sums and sums of products of the colours of each part. */
function summed(colours: Float32Array, own: Uint8Array, parts: number): Float64Array[] {
	const sums = Array.from({ length: parts }, () => new Float64Array(PER))
	for (let n = 0; n < own.length; n++) addTo(item(sums, byteAt(own, n)), colours, 3 * n)
	return sums
}

/** Adds a colour to the sums of a part. */
export function addTo(sum: Float64Array, colours: Float32Array, k: number): void {
	const x = floatAt(colours, k)
	const y = floatAt(colours, k + 1)
	const z = floatAt(colours, k + 2)
	sum[0] = at(sum, 0) + 1
	sum[1] = at(sum, 1) + x
	sum[2] = at(sum, 2) + y
	sum[3] = at(sum, 3) + z
	sum[4] = at(sum, 4) + x * x
	sum[5] = at(sum, 5) + x * y
	sum[6] = at(sum, 6) + x * z
	sum[7] = at(sum, 7) + y * y
	sum[8] = at(sum, 8) + y * z
	sum[9] = at(sum, 9) + z * z
}

function covariance(sum: Float64Array): [number, number, number, number, number, number] {
	const n = Math.max(1, at(sum, 0))
	const [mx, my, mz] = [at(sum, 1) / n, at(sum, 2) / n, at(sum, 3) / n]
	const floor = LEAST_SPREAD ** 2
	return [
		at(sum, 4) / n - mx * mx + floor,
		at(sum, 5) / n - mx * my,
		at(sum, 6) / n - mx * mz,
		at(sum, 7) / n - my * my + floor,
		at(sum, 8) / n - my * mz,
		at(sum, 9) / n - mz * mz + floor,
	]
}

/** The direction along which a part is widest, by the power method, and how wide, squared. */
function longestAxis(sum: Float64Array) {
	const [xx, xy, xz, yy, yz, zz] = covariance(sum)
	let along: [number, number, number] = [1, 0.7, 0.4]
	let spread = 0
	for (let round = 0; round < 12; round++) {
		const [a, b, c] = along
		const next: typeof along = [
			xx * a + xy * b + xz * c,
			xy * a + yy * b + yz * c,
			xz * a + yz * b + zz * c,
		]
		spread = Math.hypot(...next)
		along = [next[0] / spread, next[1] / spread, next[2] / spread]
	}
	return { along, spread }
}

/** The mixture of parts by their sums; parts without a colour are left out. */
export function mixtureFrom(sums: readonly Float64Array[], all: number): Mixture {
	const kept = sums.filter((sum) => at(sum, 0) > 0)
	const numbers = new Float64Array(PER * kept.length)
	for (const [k, sum] of kept.entries()) {
		const n = at(sum, 0)
		const [xx, xy, xz, yy, yz, zz] = covariance(sum)
		const [ax, ay, az] = [yy * zz - yz * yz, xz * yz - xy * zz, xy * yz - xz * yy]
		const volume = Math.max(1e-9, xx * ax + xy * ay + xz * az)
		numbers.set(
			[
				at(sum, 1) / n,
				at(sum, 2) / n,
				at(sum, 3) / n,
				ax / volume,
				ay / volume,
				az / volume,
				(xx * zz - xz * xz) / volume,
				(xy * xz - xx * yz) / volume,
				(xx * yy - xy * xy) / volume,
				Math.log(n / Math.max(1, all)) - 0.5 * Math.log((2 * Math.PI) ** 3 * volume),
			],
			PER * k,
		)
	}
	return { count: kept.length, numbers }
}

/** The colour in the middle of a part. */
export function partMean({ numbers }: Mixture, part: number): readonly [number, number, number] {
	const o = PER * part
	return [at(numbers, o), at(numbers, o + 1), at(numbers, o + 2)]
}

/** Mixtures are made from so many colours at most. */
const MOST_COLOURS = 4000

/** Some of the colours for which it holds, spread over all of them. @param count of those for which it holds */
export function someAt(
	colours: Float32Array,
	count: number,
	holds: (k: number) => boolean,
): Float32Array {
	const every = Math.max(1, Math.floor(count / MOST_COLOURS))
	const made = new Float32Array(3 * Math.ceil(count / every))
	let seen = 0
	for (let k = 0, to = 0; 3 * k < colours.length; k++) {
		if (!holds(k) || seen++ % every !== 0) continue
		made[to++] = floatAt(colours, 3 * k)
		made[to++] = floatAt(colours, 3 * k + 1)
		made[to++] = floatAt(colours, 3 * k + 2)
	}
	return made
}

/** Some colours out of many, spread over all of them. */
export const someOf = (colours: Float32Array): Float32Array =>
	someAt(colours, colours.length / 3, () => true)

/** The log of the density that one part has at a colour. */
function logPart(numbers: Float64Array, o: number, x: number, y: number, z: number): number {
	const a = x - at(numbers, o)
	const b = y - at(numbers, o + 1)
	const c = z - at(numbers, o + 2)
	const square =
		a * (at(numbers, o + 3) * a + 2 * (at(numbers, o + 4) * b + at(numbers, o + 5) * c)) +
		b * (at(numbers, o + 6) * b + 2 * at(numbers, o + 7) * c) +
		at(numbers, o + 8) * c * c
	return at(numbers, o + 9) - 0.5 * square
}

/** The part of a mixture that is likeliest to have a colour. */
export function likeliest({ count, numbers }: Mixture, colours: Float32Array, k: number): number {
	const [x, y, z] = [floatAt(colours, k), floatAt(colours, k + 1), floatAt(colours, k + 2)]
	let [best, most] = [0, Number.NEGATIVE_INFINITY]
	for (let i = 0; i < count; i++) {
		const log = logPart(numbers, PER * i, x, y, z)
		if (log <= most) continue
		most = log
		best = i
	}
	return best
}

/** Anything may have any colour, once in so many times and spread over all of them, as a log density. */
const STRAY = Math.log(1e-3 / (100 * 120 * 120))

/** The log of the density that a mixture has at a colour, that of its likeliest part; nothing is quite impossible. */
export function logDensity({ count, numbers }: Mixture, colours: Float32Array, k: number): number {
	const x = floatAt(colours, k)
	const y = floatAt(colours, k + 1)
	const z = floatAt(colours, k + 2)
	let most = STRAY
	for (let i = 0; i < count; i++) {
		const log = logPart(numbers, PER * i, x, y, z)
		if (log > most) most = log
	}
	return most
}
