import { at, intAt, item } from '../geometry/numbers'
import type { Joint } from './joint'
import type { PolishRoom, Trail } from './trail'

/** A run of joints and the cubics between them; span `k` leads from joint `k` to joint `k + 1`. */
export interface Chain {
	readonly joints: Joint[]
	readonly spans: Span[]
}

export interface Span {
	/** Handle lengths, px. */
	start: number
	end: number
	/** A straight line, without handles. */
	straight: boolean
	/** A straight run of the trail, whose line is known better than any polish can make it. */
	given?: boolean
}

/** Points that one span is judged by while it is polished. */
const LOOKS = 22
/** Unknowns of one joint at most: its place, one or two directions, two handle lengths. */
const UNKNOWNS = 6
const BAND = 2 * UNKNOWNS
/** Share of its own weight that damps each unknown. */
const DAMPING = 2e-3
/** A direction turns by no more than this in one step, radians. */
const MOST_SWING = 0.25

/**
 * Moves all joints of a chain together, turns their directions and lengthens their handles so that
 * the squared distances of the points become least: Gauss–Newton steps with distances along the
 * normals, the normal equations being a band. Joints keep what is given: their line, a level or
 * upright direction; those `held` keep their place, and smooth ones their direction.
 * @param weigh 0 for least squares; more leans towards the points that are furthest off
 */
export function polish(
	trail: Trail,
	{ joints, spans }: Chain,
	held: (k: number) => boolean,
	steps: number,
	weigh: number,
	limit: number,
): void {
	const first = new Int32Array(joints.length + 1)
	const columns = joints.map((joint, k) => unknownsOf(joint, spans[k - 1], spans[k], held(k)))
	for (const [k, own] of columns.entries()) first[k + 1] = intAt(first, k) + own.length
	const n = intAt(first, joints.length)
	if (n === 0) return
	const { matrix, right, pulls } = roomFor(trail, n)
	const row = new Float64Array(BAND)
	for (let step = 0; step < steps; step++) {
		matrix.fill(0, 0, n * BAND)
		right.fill(0, 0, n)
		for (const [k, joint] of joints.entries())
			for (const [c, unknown] of (columns[k] as Unknown[]).entries())
				setPull(pulls, intAt(first, k) + c, unknown, joint, spans[k - 1], spans[k])
		for (const [k, span] of spans.entries()) {
			const a = joints[k]
			const b = joints[k + 1]
			const ownA = columns[k]
			const ownB = columns[k + 1]
			if (!a || !b || !ownA || !ownB || ownA.length + ownB.length === 0) continue
			gather(trail, a, b, span, ownA.length, ownB.length, intAt(first, k), intAt(first, k + 1))
		}
		for (let i = 0; i < n; i++) {
			const d = i * BAND
			matrix[d] = at(matrix, d) * (1 + DAMPING) + 1e-9
		}
		if (!solveBand(matrix, right, n)) return
		for (const [k, joint] of joints.entries()) {
			const own = columns[k] ?? []
			if (own.length > 0) move(joint, spans[k - 1], spans[k], own, right, intAt(first, k))
		}
		for (const [k, joint] of joints.entries())
			if (item(columns, k).length > 0)
				if (!held(k))
					settle(trail, joint, joints[k - 1]?.i ?? joint.i - 12, joints[k + 1]?.i ?? joint.i + 12)
	}

	function gather(
		{ x, y, pad, s }: Trail,
		a: Joint,
		b: Joint,
		span: Span,
		countA: number,
		countB: number,
		firstA: number,
		firstB: number,
	) {
		const { straight } = span
		const x1 = straight ? a.x + (b.x - a.x) / 3 : a.x + a.outX * span.start
		const y1 = straight ? a.y + (b.y - a.y) / 3 : a.y + a.outY * span.start
		const x2 = straight ? b.x - (b.x - a.x) / 3 : b.x - b.inX * span.end
		const y2 = straight ? b.y - (b.y - a.y) / 3 : b.y - b.inY * span.end
		const cx = 3 * (x1 - a.x)
		const cy = 3 * (y1 - a.y)
		const bx = 3 * (x2 - 2 * x1 + a.x)
		const by = 3 * (y2 - 2 * y1 + a.y)
		const ax = b.x - 3 * x2 + 3 * x1 - a.x
		const ay = b.y - 3 * y2 + 3 * y1 - a.y
		const stride = Math.max(1, Math.floor((b.i - a.i) / LOOKS))
		let t = 0
		let before = at(s, a.i + pad)
		for (let i = a.i; i <= b.i; i += stride) {
			const px = at(x, i + pad)
			const py = at(y, i + pad)
			const along = at(s, i + pad)
			let dx = cx + t * (2 * bx + 3 * t * ax)
			let dy = cy + t * (2 * by + 3 * t * ay)
			t = Math.min(1, t + (along - before) / (Math.sqrt(dx * dx + dy * dy) || 1))
			before = along
			for (let turn = 0; turn < 2; turn++) {
				dx = cx + t * (2 * bx + 3 * t * ax)
				dy = cy + t * (2 * by + 3 * t * ay)
				const ex = px - (a.x + t * (cx + t * (bx + t * ax)))
				const ey = py - (a.y + t * (cy + t * (by + t * ay)))
				t = Math.min(1, Math.max(0, t + (ex * dx + ey * dy) / (dx * dx + dy * dy || 1)))
			}
			if (t <= 0 || t >= 1) continue
			dx = cx + t * (2 * bx + 3 * t * ax)
			dy = cy + t * (2 * by + 3 * t * ay)
			const speed = Math.sqrt(dx * dx + dy * dy)
			if (!(speed > 0)) continue
			const nx = -dy / speed
			const ny = dx / speed
			const off =
				(px - (a.x + t * (cx + t * (bx + t * ax)))) * nx +
				(py - (a.y + t * (cy + t * (by + t * ay)))) * ny
			const u = 1 - t
			const b1 = 3 * u * u * t
			const b2 = 3 * u * t * t
			const b0 = straight ? u - b1 : u * u * u
			const b3 = straight ? t - b2 : t * t * t
			const share = off / limit
			const weight = (weigh > 0 ? 0.04 + weigh * share * share : 1) * stride
			const placeA = b0 + b1
			const placeB = b2 + b3
			for (let c = 0; c < countA; c++) {
				const v = (firstA + c) * PULL
				row[c] =
					placeA * (nx * at(pulls, v) + ny * at(pulls, v + 1)) +
					b1 * (nx * at(pulls, v + 2) + ny * at(pulls, v + 3))
			}
			for (let c = 0; c < countB; c++) {
				const v = (firstB + c) * PULL
				row[countA + c] =
					placeB * (nx * at(pulls, v) + ny * at(pulls, v + 1)) +
					b2 * (nx * at(pulls, v + 4) + ny * at(pulls, v + 5))
			}
			const count = countA + countB
			for (let p = 0; p < count; p++) {
				const vp = at(row, p) * weight
				if (vp === 0) continue
				const gp = p < countA ? firstA + p : firstB + p - countA
				right[gp] = at(right, gp) + vp * off
				for (let q = p; q < count; q++) {
					const gq = q < countA ? firstA + q : firstB + q - countA
					const place = gp * BAND + (gq - gp)
					matrix[place] = at(matrix, place) + vp * at(row, q)
				}
			}
		}
	}
}

/** The room of a trail, large enough for `n` unknowns. */
function roomFor({ room }: Trail, n: number): PolishRoom {
	if (room.right.length < n) {
		room.matrix = new Float64Array(n * BAND)
		room.right = new Float64Array(n)
		room.pulls = new Float64Array(n * PULL)
	}
	return room
}

type Unknown = 'x' | 'y' | 'slide' | 'turn' | 'turnIn' | 'turnOut' | 'start' | 'end'

function unknownsOf(
	joint: Joint,
	before: Span | undefined,
	after: Span | undefined,
	held: boolean,
): Unknown[] {
	const own: Unknown[] = []
	if (held) {
		// Its handles may still grow, and turn where that is nobody else's concern.
	} else if (!joint.slide) own.push('x', 'y')
	else if (joint.slide[0] !== 0 || joint.slide[1] !== 0) own.push('slide')
	const curvedIn = before !== undefined && !before.straight
	const curvedOut = after !== undefined && !after.straight
	if (joint.corner) {
		if (curvedIn && !joint.fixedIn) own.push('turnIn')
		if (curvedOut && !joint.fixedOut) own.push('turnOut')
	} else if (!held && !joint.fixedIn && !joint.fixedOut && (curvedIn || curvedOut)) own.push('turn')
	if (curvedIn) own.push('end')
	if (curvedOut) own.push('start')
	return own
}

/** Numbers that say what a unit of one unknown moves: the place, the outgoing handle, the incoming one. */
const PULL = 6

function setPull(
	pulls: Float64Array,
	column: number,
	unknown: Unknown,
	{ inX, inY, outX, outY, slide }: Joint,
	before: Span | undefined,
	after: Span | undefined,
) {
	const v = column * PULL
	pulls.fill(0, v, v + PULL)
	const start = after?.start ?? 0
	const end = before?.end ?? 0
	if (unknown === 'x') pulls[v] = 1
	else if (unknown === 'y') pulls[v + 1] = 1
	else if (unknown === 'slide' && slide) {
		pulls[v] = slide[0]
		pulls[v + 1] = slide[1]
	}
	if (unknown === 'start') {
		pulls[v + 2] = outX
		pulls[v + 3] = outY
	}
	if (unknown === 'end') {
		pulls[v + 4] = -inX
		pulls[v + 5] = -inY
	}
	if (unknown === 'turn' || unknown === 'turnOut') {
		pulls[v + 2] = -start * outY
		pulls[v + 3] = start * outX
	}
	if (unknown === 'turn' || unknown === 'turnIn') {
		pulls[v + 4] = end * inY
		pulls[v + 5] = -end * inX
	}
}

function move(
	joint: Joint,
	before: Span | undefined,
	after: Span | undefined,
	own: readonly Unknown[],
	by: Float64Array,
	first: number,
) {
	for (const [c, unknown] of own.entries()) {
		const d = at(by, first + c)
		switch (unknown) {
			case 'x':
				joint.x += d
				break
			case 'y':
				joint.y += d
				break
			case 'slide':
				if (!joint.slide) break
				joint.x += d * joint.slide[0]
				joint.y += d * joint.slide[1]
				break
			case 'turn':
				turnIn(joint, d)
				joint.outX = joint.inX
				joint.outY = joint.inY
				break
			case 'turnIn':
				turnIn(joint, d)
				break
			case 'turnOut': {
				const [c, s] = swing(d)
				const { outX, outY } = joint
				joint.outX = outX * c - outY * s
				joint.outY = outX * s + outY * c
				break
			}
			case 'start':
				if (after) after.start = lengthened(after.start, d)
				break
			case 'end':
				if (before) before.end = lengthened(before.end, d)
				break
		}
	}
}

function turnIn(joint: Joint, by: number) {
	const [c, s] = swing(by)
	const { inX, inY } = joint
	joint.inX = inX * c - inY * s
	joint.inY = inX * s + inY * c
}

function swing(by: number): [number, number] {
	const angle = Math.max(-MOST_SWING, Math.min(MOST_SWING, by))
	return [Math.cos(angle), Math.sin(angle)]
}

function lengthened(handle: number, by: number): number {
	return Math.max(handle * 0.4, Math.min(handle * 2.5, handle + by))
}

/** The trail's point nearest to a joint that moved, between its neighbours'. */
function settle({ x, y, pad }: Trail, joint: Joint, before: number, after: number) {
	const away = (i: number) => (at(x, i + pad) - joint.x) ** 2 + (at(y, i + pad) - joint.y) ** 2
	let best = away(joint.i)
	for (const side of [1, -1]) {
		for (;;) {
			const next = joint.i + side
			if (side > 0 ? next >= after : next <= before) break
			if (next < -pad || next + pad >= x.length) break
			const d = away(next)
			if (d >= best) break
			best = d
			joint.i = next
		}
	}
}

/** Solves a symmetric positive system in place; row `i` holds its diagonal and what follows it. */
function solveBand(m: Float64Array, right: Float64Array, n: number): boolean {
	for (let i = 0; i < n; i++) {
		const d = i * BAND
		const pivot = at(m, d)
		if (!(pivot > 0)) return false
		const reach = Math.min(BAND, n - i)
		for (let j = 1; j < reach; j++) {
			const v = at(m, d + j)
			if (v === 0) continue
			const factor = v / pivot
			const row = (i + j) * BAND
			for (let k = j; k < reach; k++) m[row + k - j] = at(m, row + k - j) - factor * at(m, d + k)
			right[i + j] = at(right, i + j) - factor * at(right, i)
		}
	}
	for (let i = n - 1; i >= 0; i--) {
		let sum = at(right, i)
		const reach = Math.min(BAND, n - i)
		for (let j = 1; j < reach; j++) sum -= at(m, i * BAND + j) * at(right, i + j)
		right[i] = sum / at(m, i * BAND)
	}
	return true
}
