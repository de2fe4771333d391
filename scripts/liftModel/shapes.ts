import { readdirSync, readFileSync } from 'node:fs'
import { between, betweenLogs, oneOf, type Random, whole } from './random'

/** What an object could look like from outside: SVG within about −1 to 1, white where it is. */
export function silhouette(r: Random): string {
	const kind = r()
	if (kind < 0.3) return icon(r)
	const parts = [blob(r, 0, 0, between(r, 0.4, 0.9), between(r, 0.35, 1))]
	if (kind < 0.85) parts.push(...limbs(r))
	if (r() < 0.12) parts.push(spikes(r))
	if (r() < 0.25)
		parts.push(blob(r, between(r, -0.7, 0.7), between(r, -0.7, 0.7), between(r, 0.1, 0.4), 1))
	if (r() < 0.3) parts.push(opening(r))
	return parts.join('')
}

type Place = readonly [number, number]

/** A closed smooth or cornered line through places. */
function closed(places: readonly Place[], soft: boolean): string {
	const n = places.length
	const p = (i: number) => places[(i + n) % n] as Place
	if (!soft) return `M${places.map((one) => one.join(' ')).join('L')}Z`
	const curves = places.map((_, i) => {
		const [a, b, c, d] = [p(i - 1), p(i), p(i + 1), p(i + 2)]
		const one = [b[0] + (c[0] - a[0]) / 6, b[1] + (c[1] - a[1]) / 6]
		const two = [c[0] - (d[0] - b[0]) / 6, c[1] - (d[1] - b[1]) / 6]
		return `C${one.join(' ')} ${two.join(' ')} ${c.join(' ')}`
	})
	return `M${p(0).join(' ')}${curves.join('')}Z`
}

function blob(r: Random, x: number, y: number, size: number, flat: number, fill = '#fff'): string {
	const n = whole(r, 4, 14)
	const wild = between(r, 0, 0.55)
	const turn = between(r, 0, 6.28)
	const places = Array.from({ length: n }, (_, k): Place => {
		const angle = (2 * Math.PI * k) / n
		const far = size * (1 - wild * r())
		const [u, v] = [far * Math.cos(angle), flat * far * Math.sin(angle)]
		return [
			x + u * Math.cos(turn) - v * Math.sin(turn),
			y + u * Math.sin(turn) + v * Math.cos(turn),
		]
	})
	return `<path d="${closed(places, r() < 0.75)}" fill="${fill}"/>`
}

/** Legs, stalks, handles, aerials: tapered lines that begin within. */
function limbs(r: Random): string[] {
	const count = whole(r, 1, 8)
	const [least, most] = r() < 0.5 ? [0.012, 0.05] : [0.03, 0.2]
	return Array.from({ length: count }, () => {
		const from: Place = [between(r, -0.4, 0.4), between(r, -0.3, 0.3)]
		const angle = between(r, 0, 6.28)
		const far = between(r, 0.5, 1.2)
		const to: Place = [from[0] + far * Math.cos(angle), from[1] + far * Math.sin(angle)]
		const bow: Place = [
			(from[0] + to[0]) / 2 + between(r, -0.4, 0.4),
			(from[1] + to[1]) / 2 + between(r, -0.4, 0.4),
		]
		const [thick, thin] = [betweenLogs(r, least, most), between(r, 0.3, 1)]
		if (r() < 0.2)
			return `<path d="M${from.join(' ')}Q${bow.join(' ')} ${to.join(' ')}T${from.join(' ')}" fill="none" stroke="#fff" stroke-width="${thick}"/>`
		const steps = 10
		return Array.from({ length: steps }, (_, k) => {
			const [t, u] = [k / steps, (k + 1.1) / steps]
			const at = (s: number) =>
				[0, 1].map(
					(c) =>
						(1 - s) ** 2 * (from[c] ?? 0) + 2 * s * (1 - s) * (bow[c] ?? 0) + s * s * (to[c] ?? 0),
				)
			return `<path d="M${at(t).join(' ')}L${at(u).join(' ')}" stroke="#fff" stroke-linecap="round" stroke-width="${thick * (1 + t * (thin - 1))}"/>`
		}).join('')
	})
}

/** Hairs, thorns, petals all round. */
function spikes(r: Random): string {
	const count = whole(r, 12, 70)
	const thick = betweenLogs(r, 0.01, 0.1)
	const long = between(r, 0.5, 1)
	return Array.from({ length: count }, (_, k) => {
		const angle = (6.28 * (k + 0.4 * r())) / count
		const far = long * between(r, 0.8, 1.1)
		const [c, s] = [Math.cos(angle), Math.sin(angle)]
		const w = thick * between(r, 0.6, 1.2)
		return `<path d="M${0.3 * c - w * s} ${0.3 * s + w * c}L${far * c} ${far * s}L${0.3 * c + w * s} ${0.3 * s - w * c}Z" fill="#fff"/>`
	}).join('')
}

/** Something that one sees through. */
function opening(r: Random): string {
	return blob(
		r,
		between(r, -0.3, 0.3),
		between(r, -0.3, 0.3),
		between(r, 0.08, 0.35),
		between(r, 0.3, 1),
		'#000',
	)
}

const ICONS = 'node_modules/bootstrap-icons/icons'
const LINES = 'node_modules/lucide-static/icons'
let named: readonly string[] | undefined

/** A designer's sign, which has corners, straight lines and openings. */
function icon(r: Random): string {
	named ??= [
		...readdirSync(ICONS)
			.filter((name) => name.includes('-fill'))
			.map((name) => `${ICONS}/${name}`),
		...readdirSync(LINES)
			.filter((name, n) => name.endsWith('.svg') && n % 3 === 0)
			.map((name) => `${LINES}/${name}`),
	]
	const text = readFileSync(oneOf(r, named), 'utf8').replaceAll('currentColor', '#fff')
	const inner = text.replace(/^[\s\S]*?<svg[^>]*>/, '').replace(/<\/svg>[\s\S]*$/, '')
	const line = text.includes('stroke="#fff"')
	const size = line ? 24 : 16
	const paint = line
		? `fill="${r() < 0.4 ? '#fff' : 'none'}" stroke="#fff" stroke-width="${betweenLogs(r, 0.8, 3)}" stroke-linecap="round"`
		: 'fill="#fff"'
	return `<g ${paint} transform="scale(${2 / size}) translate(${-size / 2} ${-size / 2})">${inner}</g>`
}
