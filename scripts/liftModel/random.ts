/** Numbers from 0 to below 1 that look random and come again for the same seed (mulberry32). */
export type Random = () => number

export function randomFrom(seed: number): Random {
	let a = seed >>> 0
	return () => {
		a = (a + 0x6d2b79f5) >>> 0
		let t = Math.imul(a ^ (a >>> 15), 1 | a)
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296
	}
}

export const between = (r: Random, from: number, to: number): number => from + r() * (to - from)
/** Small ones as likely as large ones, by their size's logarithm. */
export const betweenLogs = (r: Random, from: number, to: number): number =>
	from * (to / from) ** r()
export const whole = (r: Random, from: number, to: number): number =>
	Math.floor(between(r, from, to + 1))
export const oneOf = <T>(r: Random, all: readonly T[]): T => all[Math.floor(r() * all.length)] as T
export const normal = (r: Random): number =>
	Math.sqrt(-2 * Math.log(r() + 1e-12)) * Math.cos(2 * Math.PI * r())
