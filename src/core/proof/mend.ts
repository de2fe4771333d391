import { bridged } from '../combine/bridges'
import { filledArea } from '../combine/divide'
import { resolveSelfCrossings } from '../combine/resolve'
import { followSuggestion, suggestionsFor } from '../fit/suggestions'
import { distance } from '../geometry/point'
import { takeOutlines } from '../path/compound'
import { boundsOf, isFilled, reverseContour } from '../path/contour'
import { closeOutline } from '../path/draw'
import { findContour, mapContour, mapPiece } from '../path/edit'
import { CannotJoin, joinEnds } from '../path/ends'
import type { Contour, Sheet } from '../path/model'
import { nestingOf } from '../path/nesting'
import { setKind } from '../path/nodes'
import { changePiece, removeOutline } from '../path/pieces'
import { removeNodes } from '../path/remove'
import { grownOver } from './betweenPieces'
import type { Finding, FindingKind } from './finding'
import { withShortHandles } from './longHandles'
import { necksOf, widened } from './necks'
import { edgeAsPiece, lineAsPiece, madeOne, parted } from './ofCuts'
import { evened } from './ofLetters'
import { placeKey } from './rings'
import { counterTied } from './stencil'

/**
 * The sheet with a finding mended, and nothing left by it that would be one itself; the same where it cannot be, or is
 * gone already.
 */
export function mended(sheet: Sheet, finding: Finding): Sheet {
	if (isHeld(sheet, finding)) return sheet
	try {
		const still = SHARED.includes(finding.kind)
		return tidied(sheet, MENDS[finding.kind]?.(sheet, finding) ?? sheet, still)
	} catch (error) {
		if (error instanceof CannotJoin) return sheet
		throw error
	}
}

/** Whether a piece that it is about is locked: nothing in that is mended but the lock itself. */
function isHeld({ pieces }: Sheet, { kind, piece, beside, among = [] }: Finding): boolean {
	const about = [piece, beside, ...among]
	return kind !== 'locked' && pieces.some(({ id, locked }) => locked && about.includes(id))
}

/** Outlines of more nodes are no better for advice on each. */
const MOST_TIDIED = 400

/** Edges that these leave are shared with another piece, node for node: they stay where they are. */
const SHARED: readonly FindingKind[] = ['overlap', 'sliver']
/** A node at an outermost point is none so near to another, px. */
const APART_PX = 1

/**
 * What was mended, with the advice followed that there is on it now and was not before.
 * @param still nothing is to move
 */
function tidied(before: Sheet, after: Sheet, still: boolean): Sheet {
	if (after === before) return after
	const old = new Map(before.pieces.flatMap((p) => p.contours).map((c) => [c.id, c]))
	const changed = after.pieces
		.filter(({ lettering }) => lettering === undefined)
		.flatMap(({ contours }) => contours)
		.filter((c) => old.get(c.id) !== c && c.nodes.length <= MOST_TIDIED)
	return changed.reduce((sheet, { id }) => {
		const was = old.get(id)
		const known = new Set((was ? suggestionsFor(was) : []).map(adviceKey))
		let now = sheet
		for (let round = 0; round < MOST_ROUNDS; round++) {
			const contour = findContour(now, id)?.contour
			const fresh =
				contour &&
				suggestionsFor(contour).find(
					(one) => !known.has(adviceKey(one)) && (!still || one.moves === 0),
				)
			if (!fresh) break
			known.add(adviceKey(fresh))
			const next = followSuggestion(now, fresh)
			const made = findContour(next, id)?.contour
			if (made && !isCrowded(contour, made)) now = next
		}
		return now
	}, after)
}

/** Whether a node that is new lies beside another. */
function isCrowded(before: Contour, after: Contour): boolean {
	const had = new Set(before.nodes.map(({ id }) => id))
	return after.nodes.some(
		(node) =>
			!had.has(node.id) &&
			after.nodes.some((one) => one !== node && distance(one.at, node.at) < APART_PX),
	)
}

const adviceKey = ({ what, node }: { readonly what: string; readonly node: string }) =>
	`${what} ${node}`

/** The sheet with findings mended one after the other, as far as each is still there. */
export function allMended(sheet: Sheet, findings: readonly Finding[]): Sheet {
	const free = findings.filter((finding) => !isHeld(sheet, finding))
	const advice = free.filter(({ kind }) => MENDS[kind] === followed)
	const others = free.filter(({ kind }) => MENDS[kind] !== followed)
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

/** How wide a new bridge is: a share of the smaller side of its island, at least so many px, and no thin neck surely. */
const BRIDGE = { share: 0.12, least: 2, sure: 1.1 } as const

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
	sliver: (sheet, { piece = '', beside, at, size = 0, cut = false }) => {
		const [lower, upper] = [piece, beside].map((id) => sheet.pieces.find((one) => one.id === id))
		if (!lower || !upper) return sheet
		const grown = grownOver(lower, upper, at, size, cut)
		return grown === lower ? sheet : takeOutlines(sheet, piece, grown.contours.filter(isFilled))
	},
	twice: (sheet, { contour = '' }) => removeOutline(sheet, contour),
	overlap: parted,
	'wide-line': lineAsPiece,
	'wide-edge': edgeAsPiece,
	counter: counterTied,
	'shut-in': madeOne,
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
function tied(sheet: Sheet, { piece = '', contour, size = 0 }: Finding): Sheet {
	return mapPiece(sheet, piece, (one) => {
		const island = nestingOf(one).find((nested) => nested.contour.id === contour)
		if (!island?.round) return one
		const { minX, minY, maxX, maxY } = boundsOf(island.contour)
		const share = BRIDGE.share * Math.min(maxX - minX, maxY - minY)
		const width = Math.max(BRIDGE.least, share, BRIDGE.sure * size)
		return {
			...one,
			contours: [
				...one.contours.filter((c) => !isFilled(c)),
				...bridged(filledArea(one), island.contour, island.round, { width }),
			],
		}
	})
}
