import { Clipper64, ClipType, type Paths64, type Point64, FillRule as Rule } from 'clipper2-ts'
import type { FillRule } from '../path/model'
import type { Ring } from './arrangement'
import type { Lattice } from './lattice'

export type Operation = 'cut-out' | 'merge' | 'overlap' | 'exclude'

const CLIP_TYPES: Record<Operation, ClipType> = {
	'cut-out': ClipType.Difference,
	merge: ClipType.Union,
	overlap: ClipType.Intersection,
	exclude: ClipType.Xor,
}

const RULES = {
	evenodd: Rule.EvenOdd,
	nonzero: Rule.NonZero,
	positive: Rule.Positive,
} as const

/** Polygons with the rule that says what of them is filled. */
export interface Filled {
	readonly rings: readonly Ring[]
	/**
	 * `positive`: what is wound round clockwise more often than the other way; `plain`: polygons that
	 * neither cross nor overlap, as they come out of here.
	 */
	readonly rule: FillRule | 'positive' | 'plain'
	/** Its outlines neither cross nor come near themselves or each other. */
	readonly clear?: boolean
}

/**
 * Clips polygons of one lattice with Clipper2 (Vatti's sweep, made robust on whole numbers). The
 * crossings it finds become vertices of the lattice, passed by the segments of both edges. A side
 * that is not clear is resolved by itself first: the clipper knows one rule a run, and goes wrong
 * less often where each side by itself neither crosses nor overlaps.
 * @returns polygons that neither cross nor overlap; those round openings run the other way
 */
export function clip(lattice: Lattice, op: Operation, subject: Filled, other: Filled): Ring[] {
	const { rule } = subject
	if (subject.clear && other.clear && rule === other.rule && rule !== 'plain')
		return run(lattice, CLIP_TYPES[op], subject.rings, other.rings, rule)
	return run(lattice, CLIP_TYPES[op], resolve(lattice, subject), resolve(lattice, other), 'nonzero')
}

/** What is filled of some polygons, without crossings or overlaps. */
export function resolve(lattice: Lattice, { rings, rule }: Filled): readonly Ring[] {
	return rule === 'plain' ? rings : run(lattice, ClipType.Union, rings, [], rule)
}

function run(
	lattice: Lattice,
	type: ClipType,
	subject: readonly Ring[],
	cutter: readonly Ring[],
	rule: keyof typeof RULES,
): Ring[] {
	const clipper = new Clipper64()
	clipper.preserveCollinear = true
	clipper.zCallback = (bottom1, top1, bottom2, top2, at) => {
		const vertex = lattice.vertexAt(at.x, at.y)
		passThrough(lattice, vertex, bottom1, top1)
		passThrough(lattice, vertex, bottom2, top2)
	}
	const path = (ring: Ring): Point64[] =>
		ring.map((vertex) => ({ x: lattice.x(vertex), y: lattice.y(vertex) }))
	clipper.addSubject(subject.map(path))
	clipper.addClip(cutter.map(path))
	const found: Paths64 = []
	clipper.execute(type, RULES[rule], found)
	return found.map((points) => points.map(({ x, y }) => lattice.vertexAt(x, y)))
}

function passThrough(lattice: Lattice, vertex: number, bottom: Point64, top: Point64): void {
	const a = lattice.vertexAt(bottom.x, bottom.y)
	const b = lattice.vertexAt(top.x, top.y)
	if (vertex === a || vertex === b) return
	const dx = top.x - bottom.x
	const dy = top.y - bottom.y
	const px = lattice.x(vertex) - bottom.x
	const py = lattice.y(vertex) - bottom.y
	const share = Math.min(1, Math.max(0, (px * dx + py * dy) / (dx * dx + dy * dy || 1)))
	for (const { source, from, to } of lattice.spans(a, b))
		lattice.pass(vertex, source, from + share * (to - from))
}
