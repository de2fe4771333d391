import { bridged } from '../combine/bridges'
import { filledArea } from '../combine/divide'
import { resolveSelfCrossings } from '../combine/resolve'
import { followSuggestion, suggestionsFor } from '../fit/suggestions'
import { boundsOf, isFilled, reverseContour } from '../path/contour'
import { closeOutline } from '../path/draw'
import { findContour, mapContour, mapPiece } from '../path/edit'
import { CannotJoin, joinEnds } from '../path/ends'
import type { Sheet } from '../path/model'
import { nestingOf } from '../path/nesting'
import { setKind } from '../path/nodes'
import { changePiece, removeOutline } from '../path/pieces'
import { removeNodes } from '../path/remove'
import { grownOver } from './betweenPieces'
import type { Finding, FindingKind } from './finding'
import { withShortHandles } from './longHandles'
import { necksOf, widened } from './necks'
import { edgeAsPiece, lineAsPiece, parted } from './ofCuts'
import { evened } from './ofLetters'
import { placeKey } from './rings'

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
	const advice = findings.filter(({ kind }) => MENDS[kind] === followed)
	const others = findings.filter(({ kind }) => MENDS[kind] !== followed)
	const byContour = new Map<string, Finding[]>()
	for (const one of advice) {
		const { contour = '' } = one
		const own = byContour.get(contour)
		if (own) own.push(one)
		else byContour.set(contour, [one])
	}
	return [...byContour].reduce(
		(now, [contour, own]) => adviceFollowed(now, contour, own),
		others.reduce(mended, sheet),
	)
}

/** Advice is asked for anew so often at most: each time some of it lay too near to some that was followed. */
const MOST_ROUNDS = 12
/** Advice changes an outline no further than so many nodes away. */
const NEAR = 2

/**
 * An outline with advice followed: all that lies apart from each other at once, then what is still
 * said of the rest.
 */
function adviceFollowed(sheet: Sheet, id: string, advice: readonly Finding[]): Sheet {
	const wanted = new Set(advice.map(({ kind, nodes = [] }) => `${kind} ${nodes[0]}`))
	let now = sheet
	for (let round = 0; round < MOST_ROUNDS; round++) {
		const contour = findContour(now, id)?.contour
		if (!contour) return now
		const places = new Map(contour.nodes.map((node, k) => [node.id, k]))
		const touched = new Set<number>()
		const before = now
		for (const one of suggestionsFor(contour)) {
			const at = places.get(one.node)
			if (at === undefined || touched.has(at)) continue
			if (!wanted.has(`${one.what} ${one.node}`)) continue
			now = followSuggestion(now, one)
			for (let k = at - NEAR; k <= at + NEAR + 1; k++)
				touched.add((k + contour.nodes.length) % contour.nodes.length)
		}
		if (now === before) return now
	}
	return now
}

type Mend = (sheet: Sheet, finding: Finding) => Sheet

/** The widths of a new bridge, as a share of the smaller side of its island; at least so many px. */
const BRIDGE = { share: 0.12, least: 2 } as const

const MENDS: Readonly<Partial<Record<FindingKind, Mend>>> = {
	open: (sheet, { contour = '' }) => closeOutline(sheet, contour),
	'ends-near': (sheet, { nodes = [] }) => joinEnds(sheet, new Set(nodes), 'meet'),
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
	neck: (sheet, { piece = '', at, size = 0 }) =>
		mapPiece(sheet, piece, (one) => {
			const area = filledArea(one)
			const neck = necksOf(area, size).find((other) => placeKey(other.at) === placeKey(at))
			if (!neck) return one
			const open = one.contours.filter((contour) => !isFilled(contour))
			return { ...one, contours: [...open, ...widened(area, neck, size)] }
		}),
	handles: (sheet, { contour = '', nodes: [from = ''] = [] }) =>
		mapContour(sheet, contour, (one) => withShortHandles(one, from)),
	sliver: (sheet, { piece = '', beside, at, size = 0 }) => {
		const upper = sheet.pieces.find(({ id }) => id === beside)
		return upper ? mapPiece(sheet, piece, (one) => grownOver(one, upper, at, size)) : sheet
	},
	twice: (sheet, { contour = '' }) => removeOutline(sheet, contour),
	overlap: parted,
	'wide-line': lineAsPiece,
	'wide-edge': edgeAsPiece,
	stroke: evened,
	'off-line': evened,
	overshoot: evened,
	hidden: (sheet, { piece = '' }) => changePiece(sheet, piece, { hidden: false }),
	locked: (sheet, { piece = '' }) => changePiece(sheet, piece, { locked: false }),
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
		return {
			...one,
			contours: [
				...one.contours.filter((c) => !isFilled(c)),
				...bridged(filledArea(one), island.contour, island.round, { width }),
			],
		}
	})
}
