import type { Point } from '../geometry/point'
import { isFilled } from '../path/contour'
import type { Contour, FillRule, Piece } from '../path/model'
import { type Arrangement, arranged, type Ring } from './arrangement'
import { clip, type Filled, resolve } from './clip'
import { inmost } from './inmost'
import { partsOf } from './parts'
import { rebuild } from './rebuild'

/** What is filled, as a piece or a set of outlines says it. */
export interface Area {
	readonly contours: readonly Contour[]
	readonly rule: FillRule
}

/** What a piece fills. */
export function filledArea({ contours, fillRule }: Pick<Piece, 'contours' | 'fillRule'>): Area {
	return { contours: contours.filter(isFilled), rule: fillRule }
}

/** A connected part of the plane that the same areas cover. */
export interface Region {
	readonly contours: readonly Contour[]
	/** The areas that cover it, by number, ascending. */
	readonly within: readonly number[]
	/** Well inside, px. */
	readonly inside: Point
}

/**
 * Takes overlapping areas apart into the regions that their outlines make. Regions do not overlap;
 * what two of them share they share exactly, node for node.
 * @param areas outlines in px, y down; open ones are closed by a straight segment
 */
export function divide(areas: readonly Area[]): Region[] {
	return arranged(
		areas.map(({ contours }) => contours),
		(arrangement) => regionsOf(arrangement, areas),
	)
}

function regionsOf(arrangement: Arrangement, areas: readonly Area[]): Region[] {
	const { lattice, groups } = arrangement
	const plain = (rings: readonly Ring[]): Filled => ({ rings, rule: 'plain' })
	let regions: { rings: readonly Ring[]; within: number[] }[] = []
	for (const [number, area] of areas.entries()) {
		const all = resolve(lattice, { rings: groups[number] ?? [], rule: area.rule })
		const known = regions.flatMap(({ rings }) => rings)
		regions = [
			...regions.flatMap(({ rings, within }) => [
				{ rings: clip(lattice, 'cut-out', plain(rings), plain(all)), within },
				{ rings: clip(lattice, 'overlap', plain(rings), plain(all)), within: [...within, number] },
			]),
			{ rings: clip(lattice, 'cut-out', plain(all), plain(known)), within: [number] },
		].filter(({ rings }) => rings.length > 0)
	}
	return regions.flatMap(({ rings, within }) =>
		partsOf(lattice, rings).flatMap((part): Region[] => {
			const contours = rebuild(arrangement, part)
			const inside = inmost(contours)
			return inside ? [{ contours, within, inside }] : []
		}),
	)
}
