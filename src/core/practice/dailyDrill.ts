import { combine } from '../combine/combine'
import { distance } from '../geometry/point'
import type { Contour } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import type { Drill } from './drill'
import { CUTTING } from './lessons/writing'

const PREFIX = 'daily-'
const [WIDTH, HEIGHT] = [1000, 750]
/** The line that props stand about, and the bench that they stand on, px. */
const MIDDLE = 480
const BENCH = 640

/** The drill of a seed: a prop made up by a grammar of the workshop, the same wherever it is asked for. */
export function dailyDrill(seed: string): Drill {
	const { name, contours } = propOf(seed)
	const nodes = contours.reduce((sum, contour) => sum + contour.nodes.length, 0)
	return {
		id: PREFIX + seed,
		name,
		task: `The shape of ${seed}: trace it, openings and all, with as few nodes as it needs.`,
		hints: [
			'Begin with what is straight and with corners; curves want nodes at their outermost points.',
			'What one sees through is an opening of its own.',
		],
		skill: 'few nodes',
		width: WIDTH,
		height: HEIGHT,
		answer: { contours, fillRule: 'nonzero' },
		picture: 'shape',
		needs: CUTTING,
		pass: 'rough',
		tool: 'pen',
		within: 10,
		nodes: nodes + SPARE,
		graded: ['edge', 'whole', 'nodes'],
	}
}

/** So many nodes more than the answer's are few still. */
const SPARE = 3

/** The drill that a day's or another seed's id names. */
export function seedOf(id: string): string | null {
	return id.startsWith(PREFIX) && id.length > PREFIX.length ? id.slice(PREFIX.length) : null
}

/** What may be a seed: it stands in addresses. */
export const isSeed = (text: string): boolean => /^[\w-]{1,40}$/.test(text)

/** The seed of a day, by the calendar of who asks. */
export function seedOfDay(day: Date): string {
	const two = (v: number) => String(v).padStart(2, '0')
	return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`
}

/** Numbers from 0 to 1, the same for the same seed: FNV-1a into mulberry32. */
function randomOf(seed: string): () => number {
	let state = 0x811c9dc5
	for (const character of seed)
		state = Math.imul(state ^ (character.codePointAt(0) ?? 0), 0x01000193)
	return () => {
		state = (state + 0x6d2b79f5) | 0
		let t = Math.imul(state ^ (state >>> 15), 1 | state)
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
		return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
	}
}

interface Prop {
	readonly name: string
	readonly contours: readonly Contour[]
}

/** Nodes nearer to each other than this are hard to set without zooming in, px. */
export const NEAR_PX = 24
/** So many props are tried for one whose nodes lie apart. */
const MOST_TRIED = 24

/** A body with a part or two, no nodes of which lie near each other. */
function propOf(seed: string): Prop {
	let [best, apart] = [madeOf(seed), 0]
	for (let n = 0; n < MOST_TRIED; n++) {
		const prop = n === 0 ? best : madeOf(`${seed} ${n}`)
		const own = nearest(prop.contours)
		if (own > apart) [best, apart] = [prop, own]
		if (own >= NEAR_PX) break
	}
	return best
}

/** How near the two nodes are that lie nearest to each other, px. */
export function nearest(contours: readonly Contour[]): number {
	const nodes = contours.flatMap((contour) => contour.nodes)
	const distances = nodes.flatMap(({ at }, k) =>
		nodes.slice(k + 1).map((other) => distance(at, other.at)),
	)
	return Math.min(...distances)
}

function madeOf(seed: string): Prop {
	const random = randomOf(seed)
	const between = (low: number, high: number) => Math.round(low + random() * (high - low))
	const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)] as T
	const body = pick(BODIES)(between)
	const first = pick(PARTS)
	const others = PARTS.filter((one) => one.place !== first.place)
	const parts = random() < 0.6 ? [first, pick(others)] : [first]
	let contours = body.contours
	for (const part of parts) contours = part.add(contours, body, between)
	return { name: `${body.name} with ${parts.map(({ name }) => name).join(' and ')}`, contours }
}

type Between = (low: number, high: number) => number

interface Body extends Prop {
	readonly top: number
	/** Half its width on top, and where it is widest. */
	readonly neck: number
	readonly half: number
	/** Where it is widest. */
	readonly at: number
}

/** What bodies there are: turned ones, of one profile on either side. */
const BODIES: readonly ((between: Between) => Body)[] = [
	(between) => {
		const [top, neck, half, foot] = [
			between(250, 300),
			between(60, 90),
			between(140, 190),
			between(90, 130),
		]
		const at = between(430, 480)
		return turned('A pot', { top, neck, half, foot, at, shoulder: 0.55 })
	},
	(between) => {
		const [top, neck, half] = [between(230, 280), between(30, 50), between(130, 180)]
		return turned('A bell', { top, neck, half, foot: half, at: BENCH, shoulder: 0.2 })
	},
	(between) => {
		const [top, half] = [between(260, 320), between(120, 170)]
		const d = `M${MIDDLE - half} ${top}H${MIDDLE + half}V${BENCH}H${MIDDLE - half}Z`
		return {
			name: 'A box',
			contours: parsePathData(d),
			top,
			neck: half,
			half,
			at: (top + BENCH) / 2,
		}
	},
	(between) => {
		const [top, half, neck] = [between(250, 300), between(140, 180), between(70, 110)]
		const d = `M${MIDDLE - neck} ${top}H${MIDDLE + neck}L${MIDDLE + half} ${BENCH}H${MIDDLE - half}Z`
		return {
			name: 'A lampshade',
			contours: parsePathData(d),
			top,
			neck,
			half: (neck + half) / 2,
			at: (top + BENCH) / 2,
		}
	},
]

interface Profile {
	readonly top: number
	readonly neck: number
	readonly half: number
	readonly foot: number
	readonly at: number
	/** How far its shoulders go out before they go down, as a share. */
	readonly shoulder: number
}

function turned(name: string, { top, neck, half, foot, at, shoulder }: Profile): Body {
	const [up, down] = [0.55 * (at - top), 0.55 * (BENCH - at)]
	const out = neck + shoulder * (half - neck)
	const x = (v: number) => MIDDLE + v
	const side =
		at < BENCH
			? `C${x(out)} ${top} ${x(half)} ${at - up} ${x(half)} ${at}C${x(half)} ${at + down} ${x(foot + 0.4 * (half - foot))} ${BENCH} ${x(foot)} ${BENCH}H${x(-foot)}C${x(-foot - 0.4 * (half - foot))} ${BENCH} ${x(-half)} ${at + down} ${x(-half)} ${at}C${x(-half)} ${at - up} ${x(-out)} ${top} ${x(-neck)} ${top}Z`
			: `C${x(neck + 60)} ${top + 200} ${x(half - 50)} ${BENCH - 100} ${x(half)} ${BENCH}H${x(-half)}C${x(-half + 50)} ${BENCH - 100} ${x(-neck - 60)} ${top + 200} ${x(-neck)} ${top}Z`
	const contours = parsePathData(`M${x(-neck)} ${top}H${x(neck)}${side}`)
	return { name, contours, top, neck, half, at: Math.min(at, BENCH - 120) }
}

interface Part {
	readonly name: string
	readonly place: 'right' | 'left' | 'top' | 'inside'
	add(contours: readonly Contour[], body: Body, between: Between): Contour[]
}

/** What is added to bodies. */
const PARTS: readonly Part[] = [
	{
		name: 'a handle',
		place: 'right',
		add: (contours, { half, at }, between) => {
			const [rx, ry, thick] = [between(80, 120), between(70, 100), between(24, 34)]
			const [x, y] = [MIDDLE + half - 12, at - 10]
			const band = combine('cut-out', oval(x, y, rx, ry), oval(x, y, rx - thick, ry - thick))
			return combine('merge', contours, band)
		},
	},
	{
		name: 'a spout',
		place: 'left',
		add: (contours, { half, at }, between) => {
			const [reach, lift] = [between(110, 160), between(120, 170)]
			const x = MIDDLE - half
			const d = `M${x + 40} ${at - 30}C${x - 40} ${at - 30} ${x - 40} ${at - lift} ${x - reach} ${at - lift}V${at - lift + 40}C${x - 80} ${at - lift + 50} ${x - 60} ${at + 70} ${x + 40} ${at + 70}Z`
			return combine('merge', contours, parsePathData(d))
		},
	},
	{
		name: 'a ring',
		place: 'top',
		add: (contours, { top }, between) => {
			const [r, thick] = [between(44, 62), between(18, 24)]
			const y = top - r + 14
			const ring = combine('cut-out', oval(MIDDLE, y, r, r), oval(MIDDLE, y, r - thick, r - thick))
			return combine('merge', contours, ring)
		},
	},
	{
		name: 'a hook',
		place: 'top',
		add: (contours, { top }, between) => {
			const [high, wide] = [between(110, 150), between(60, 90)]
			const [a, b] = [MIDDLE - 14, MIDDLE + 14]
			const d = `M${a} ${top + 10}V${top - high + 40}C${a} ${top - high - 20} ${a + wide + 28} ${top - high - 20} ${a + wide + 28} ${top - high + 40}H${a + wide}C${a + wide} ${top - high + 16} ${b} ${top - high + 16} ${b} ${top - high + 40}V${top + 10}Z`
			return combine('merge', contours, parsePathData(d))
		},
	},
	{
		name: 'a round window',
		place: 'inside',
		add: (contours, { half, at }, between) => {
			const r = between(34, Math.max(40, Math.min(70, half - 60)))
			return combine('cut-out', contours, oval(MIDDLE, at, r, r))
		},
	},
	{
		name: 'a slot',
		place: 'inside',
		add: (contours, { half, at }, between) => {
			const [w, h] = [between(30, Math.max(36, Math.min(70, half - 60))), between(20, 34)]
			const d = `M${MIDDLE - w} ${at - h}H${MIDDLE + w}V${at + h}H${MIDDLE - w}Z`
			return combine('cut-out', contours, parsePathData(d))
		},
	},
]

function oval(x: number, y: number, rx: number, ry: number): Contour[] {
	const [kx, ky] = [0.5523 * rx, 0.5523 * ry]
	return parsePathData(
		`M${x} ${y - ry}C${x + kx} ${y - ry} ${x + rx} ${y - ky} ${x + rx} ${y}C${x + rx} ${y + ky} ${x + kx} ${y + ry} ${x} ${y + ry}C${x - kx} ${y + ry} ${x - rx} ${y + ky} ${x - rx} ${y}C${x - rx} ${y - ky} ${x - kx} ${y - ry} ${x} ${y - ry}Z`,
	)
}
