import { bridged } from '../combine/bridges'
import { resolveSelfCrossings } from '../combine/resolve'
import { followSuggestion, suggestionsFor } from '../fit/suggestions'
import { boundsOf, isFilled, reverseContour } from '../path/contour'
import { closeOutline } from '../path/draw'
import { findContour, mapPiece } from '../path/edit'
import { CannotJoin, joinEnds } from '../path/ends'
import type { Sheet } from '../path/model'
import { nestingOf } from '../path/nesting'
import { setKind } from '../path/nodes'
import { changePiece, removeOutline } from '../path/pieces'
import { removeNodes } from '../path/remove'
import type { Finding, FindingKind } from './finding'

/** The sheet with a finding mended; the same where it cannot be, or is gone already. */
export function mended(sheet: Sheet, finding: Finding): Sheet {
	try {
		return MENDS[finding.kind]?.(sheet, finding) ?? sheet
	} catch (error) {
		if (error instanceof CannotJoin) return sheet
		throw error
	}
}

/** The sheet with findings mended one after the other, as far as each is still there. */
export function allMended(sheet: Sheet, findings: readonly Finding[]): Sheet {
	return findings.reduce(mended, sheet)
}

type Mend = (sheet: Sheet, finding: Finding) => Sheet

/** The widths of a new bridge, as a share of the smaller side of its island; at least so many px. */
const BRIDGE = { share: 0.12, least: 2 } as const

const MENDS: Readonly<Partial<Record<FindingKind, Mend>>> = {
	open: (sheet, { contour = '' }) => closeOutline(sheet, contour),
	'ends-near': (sheet, { nodes = [] }) => joinEnds(sheet, new Set(nodes), 'node'),
	'rules-differ': resolved,
	crosses: resolved,
	outside: (sheet, { piece = '', contour }) =>
		mapPiece(sheet, piece, (one) => ({
			...one,
			contours: one.contours.map((c) => (c.id === contour ? reverseContour(c) : c)),
		})),
	island: tied,
	small: (sheet, { contour = '' }) => removeOutline(sheet, contour),
	hair: (sheet, { nodes = [] }) => removeNodes(sheet, new Set(nodes)),
	needless: followed,
	outermost: followed,
	'nearly-smooth': followed,
	'nearly-corner': followed,
	kink: (sheet, { nodes = [] }) => setKind(sheet, new Set(nodes), 'smooth'),
	twice: (sheet, { contour = '' }) => removeOutline(sheet, contour),
	hidden: (sheet, { piece = '' }) => changePiece(sheet, piece, { hidden: false }),
}

function followed(sheet: Sheet, { kind, contour, nodes = [] }: Finding): Sheet {
	const found = contour === undefined ? undefined : findContour(sheet, contour)
	const suggestion =
		found && suggestionsFor(found.contour).find((one) => one.what === kind && one.node === nodes[0])
	return suggestion ? followSuggestion(sheet, suggestion) : sheet
}

/** Outlines that fill under either rule what the piece fills now. */
function resolved(sheet: Sheet, { piece = '' }: Finding): Sheet {
	return mapPiece(sheet, piece, (one) => ({
		...one,
		contours: [
			...one.contours.filter((contour) => !isFilled(contour)),
			...resolveSelfCrossings(one.contours.filter(isFilled), one.fillRule),
		],
	}))
}

/** The piece with a bridge from an island to what is round it. */
function tied(sheet: Sheet, { piece = '', contour }: Finding): Sheet {
	return mapPiece(sheet, piece, (one) => {
		const island = nestingOf(one).find((nested) => nested.contour.id === contour)
		if (!island?.round) return one
		const { minX, minY, maxX, maxY } = boundsOf(island.contour)
		const width = Math.max(BRIDGE.least, BRIDGE.share * Math.min(maxX - minX, maxY - minY))
		const closed = one.contours.filter(isFilled)
		return {
			...one,
			contours: [
				...one.contours.filter((c) => !isFilled(c)),
				...bridged({ contours: closed, rule: one.fillRule }, island.contour, island.round, {
					width,
				}),
			],
		}
	})
}
