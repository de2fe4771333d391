import fc from 'fast-check'
import { add, distance, type Point, polar } from '../../geometry/point'
import { inferKinds } from '../kinds'
import { type Contour, emptySheet, newId, newPiece, type Sheet } from '../model'

/** Random geometry for the laws that tests state. */

const STEPS = 2 ** 30

/** Numbers from `min` to `max`: mostly any of very many evenly laid ones, for those are drawn quickly; now and then a double at the ends of what there are. */
const between = (min: number, max: number) =>
	fc.oneof(
		{
			weight: 9,
			arbitrary: fc.integer({ min: 0, max: STEPS }).map((k) => min + ((max - min) * k) / STEPS),
		},
		{ weight: 1, arbitrary: fc.double({ min, max, noNaN: true }) },
	)

const coordinate = between(-500, 500)
export const anyPoint: fc.Arbitrary<Point> = fc.tuple(coordinate, coordinate)

/** Handles of 2 to 90 px in any direction: a shorter one is as good as retracted. */
const reach = fc
	.record({
		angle: between(0, 2 * Math.PI),
		length: between(2, 90),
	})
	.map(({ angle, length }) => polar(angle, length))

/** Outlines of 2 to 12 nodes with and without handles, their kinds as the handles show. */
export const anyContour: fc.Arbitrary<Contour> = fc
	.record({
		nodes: fc.array(
			fc.record({
				at: anyPoint,
				handles: fc.oneof(
					fc.constant('none' as const),
					fc.record({ in: fc.option(reach), out: fc.option(reach) }),
					fc.record({ along: reach, ratio: between(0.2, 3) }),
				),
			}),
			{ minLength: 2, maxLength: 12 },
		),
		closed: fc.boolean(),
	})
	.map(({ nodes, closed }) => {
		const made = nodes.map(({ at, handles }) => {
			const node = { id: newId(), at, kind: 'corner' as const }
			if (handles === 'none') return node
			if ('along' in handles) {
				const { along, ratio } = handles
				return {
					...node,
					in: add(at, [-along[0], -along[1]]),
					out: add(at, [along[0] * ratio, along[1] * ratio]),
				}
			}
			return {
				...node,
				...(handles.in && { in: add(at, handles.in) }),
				...(handles.out && { out: add(at, handles.out) }),
			}
		})
		return inferKinds({ id: newId(), nodes: made, closed })
	})
	.filter(({ nodes }) =>
		nodes.every((n, i) => nodes.slice(0, i).every((m) => distance(n.at, m.at) > 2)),
	)

export function sheetOf(...contours: Contour[]): Sheet {
	const pieces = contours.map((contour, i) => newPiece(`Piece ${i + 1}`, [contour]))
	return { ...emptySheet('Test', 1000, 800), pieces }
}

export function onlyContour(sheet: Sheet): Contour {
	const contour = sheet.pieces[0]?.contours[0]
	if (!contour) throw new Error('The sheet has no outline.')
	return contour
}
