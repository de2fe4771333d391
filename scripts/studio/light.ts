import { march, normalAt } from './march.ts'
import { mix, smoothstep } from './noise.ts'
import type { Scene, Subject, Surface, Vec } from './scene.ts'

/** A window to the upper left front: the key light, seen as a disc of this radius. */
const KEY = {
	at: [-5.2, 7.4, 6.2] as Vec,
	radius: 1.15,
	colour: [1.0, 0.95, 0.86] as Vec,
	power: 2.5,
	reach: 9.6,
}
/** Tints of the light from above and of what the bench sends back. */
const SKY: Vec = [0.9, 0.97, 1.08]
const BOUNCE: Vec = [1.0, 0.66, 0.4]
const OFFSET = 3e-3

interface Hit {
	x: number
	y: number
	z: number
	normal: Vec
	surface: Surface
}

/** Two numbers in [0, 1) that place this sample on the light and on rough reflections. */
export type Jitter = readonly [u: number, v: number]

/** Linear light that comes back along a unit ray, with one mirrored bounce. */
export function radiance(scene: Scene, from: Vec, dir: Vec, jitter: Jitter, bounces = 1): Vec {
	const hit = firstHit(scene, from, dir)
	if (!hit) return surroundings(dir)
	const { normal: n, surface: s } = hit
	const start: Vec = [hit.x + n[0] * OFFSET, hit.y + n[1] * OFFSET, hit.z + n[2] * OFFSET]
	const toKey = keyDirection(start, jitter)
	const facing = Math.max(0, dot(n, toKey.dir))
	const lit =
		facing > 0 && !blocked(scene, start, toKey.dir, toKey.distance)
			? facing * KEY.power * (KEY.reach / toKey.distance) ** 2
			: 0
	const open = openness(scene, hit)
	const sky = mix(0.09, 0.25, n[1] * 0.5 + 0.5) * open
	const floor = Math.max(0, -n[1] * 0.5 + 0.35) * 0.2 * open
	const diffuse = s.metal ? 0 : 1
	const out: Vec = [0, 0, 0]
	for (let i = 0; i < 3; i++) {
		const key = lit * (KEY.colour[i] ?? 1)
		const fill = sky * (SKY[i] ?? 1) + floor * (BOUNCE[i] ?? 1)
		out[i] = (s.colour[i] ?? 0) * diffuse * (key + fill)
	}
	addGloss(scene, hit, dir, start, lit > 0 ? toKey.dir : null, jitter, bounces, open, out)
	return out
}

/** The mirrored part: key highlight, and one bounce of whatever stands around. */
function addGloss(
	scene: Scene,
	hit: Hit,
	dir: Vec,
	start: Vec,
	keyDir: Vec | null,
	jitter: Jitter,
	bounces: number,
	open: number,
	out: Vec,
): void {
	const { normal: n, surface: s } = hit
	const cos = Math.max(0, -dot(n, dir))
	const fresnel = s.reflectance + (1 - s.reflectance) * (1 - cos) ** 5 * (1 - 0.85 * s.roughness)
	const k = 2 * -dot(n, dir)
	const spread = s.roughness * s.roughness * 0.55
	const mirror = unit([
		dir[0] + n[0] * k + spread * (jitter[0] - 0.5) * 2,
		dir[1] + n[1] * k + spread * (jitter[1] - 0.5) * 2,
		dir[2] + n[2] * k + spread * ((((jitter[0] + jitter[1]) * 1.618) % 1) - 0.5) * 2,
	])
	const seen =
		bounces > 0 ? radiance(scene, start, mirror, jitter, bounces - 1) : surroundings(mirror)
	let highlight = 0
	if (keyDir) {
		const half = unit([keyDir[0] - dir[0], keyDir[1] - dir[1], keyDir[2] - dir[2]])
		const sharp = 2 / Math.max(0.003, s.roughness ** 4) - 2
		highlight =
			Math.min(60, (sharp + 2) / 8) * Math.max(0, dot(n, half)) ** Math.max(1, sharp) * 0.5
	}
	for (let i = 0; i < 3; i++) {
		const tint = s.metal ? (s.colour[i] ?? 1) : 1
		out[i] =
			(out[i] ?? 0) * (1 - (s.metal ? 0 : fresnel)) +
			tint * fresnel * (Math.min(3, seen[i] ?? 0) * (0.35 + 0.65 * open) + highlight)
	}
}

function firstHit(scene: Scene, from: Vec, dir: Vec): Hit | null {
	const floorAt = dir[1] < 0 ? -from[1] / dir[1] : Number.POSITIVE_INFINITY
	const wallAt = dir[2] < 0 ? (scene.wallAt - from[2]) / dir[2] : Number.POSITIVE_INFINITY
	let best = Math.min(floorAt, wallAt)
	let thing: Subject | null = null
	for (const subject of [scene.subject, ...scene.props]) {
		const t = march(subject, ...from, ...dir, best)
		if (t < best) {
			best = t
			thing = subject
		}
	}
	if (best > 60) return null
	const x = from[0] + dir[0] * best
	const y = from[1] + dir[1] * best
	const z = from[2] + dir[2] * best
	if (thing) return { x, y, z, normal: normalAt(thing, x, y, z), surface: thing.surface(x, y, z) }
	if (best === floorAt) return { x, y, z, normal: [0, 1, 0], surface: scene.bench(x, z) }
	return { x, y, z, normal: [0, 0, 1], surface: scene.wall(x, y) }
}

function keyDirection(from: Vec, [u, v]: Jitter): { dir: Vec; distance: number } {
	const r = KEY.radius * Math.sqrt(u)
	const a = 2 * Math.PI * v
	const to: Vec = [
		KEY.at[0] + r * Math.cos(a) - from[0],
		KEY.at[1] + r * Math.sin(a) * 0.9 - from[1],
		KEY.at[2] - from[2] + r * Math.sin(a) * 0.4,
	]
	return { dir: unit(to), distance: Math.sqrt(dot(to, to)) }
}

function blocked(scene: Scene, from: Vec, dir: Vec, distance: number): boolean {
	return [scene.subject, ...scene.props].some((s) => march(s, ...from, ...dir, distance) < distance)
}

/** How much of the surroundings a point sees: 1 in the open, towards 0 in a crevice (Evans, 2006). */
function openness(scene: Scene, { x, y, z, normal: n }: Hit): number {
	let hidden = 0
	for (let i = 1; i <= 4; i++) {
		const reach = 0.06 * i * i
		const px = x + n[0] * reach
		const py = y + n[1] * reach
		const pz = z + n[2] * reach
		let d = Math.min(py, pz - scene.wallAt)
		for (const s of [scene.subject, ...scene.props]) {
			const [cx, cy, cz] = s.bounds.centre
			const away = Math.sqrt((px - cx) ** 2 + (py - cy) ** 2 + (pz - cz) ** 2) - s.bounds.radius
			if (away < reach) d = Math.min(d, s.distance(px, py, pz))
		}
		hidden += Math.max(0, reach - Math.max(0, d)) / reach / 2 ** i
	}
	return Math.max(0.08, 1 - hidden)
}

/** The rest of the workshop as a mirror sees it: a dim room, and the window's panes. */
function surroundings(d: Vec): Vec {
	const up = smoothstep(-0.4, 0.9, d[1])
	const base = mix(0.1, 0.36, up)
	const k = unit(KEY.at)
	const side = d[0] * k[2] - d[2] * k[0]
	const facing = dot(d, k)
	const height = d[1] - k[1]
	const pane =
		facing > 0
			? smoothstep(0.34, 0.3, Math.abs(side)) *
				smoothstep(0.32, 0.28, Math.abs(height)) *
				smoothstep(0.012, 0.025, Math.abs(side)) *
				smoothstep(0.012, 0.025, Math.abs(height))
			: 0
	const glow = 3.2 * pane
	return [base + glow, base * 0.98 + glow * 0.97, base * 0.94 + glow * 0.92]
}

export function dot(a: Vec, b: Vec): number {
	return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
}

export function unit(a: Vec): Vec {
	const n = Math.sqrt(dot(a, a)) || 1
	return [a[0] / n, a[1] / n, a[2] / n]
}
