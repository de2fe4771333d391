import { type Contour, formatLength, type PathNode, type Sheet } from '@/core'
import type { OpenSheetState } from '@/store/openSheet'
import { saysChanged } from '../saysChanged'

type State = Pick<OpenSheetState, 'history'>

/** What became of a sheet between two states, in a sentence for those who do not see it; null where nothing did. */
export function spokenChange({ history: was }: State, { history: now }: State): string | null {
	if (was.present === now.present) return null
	if (now.future.length > was.future.length && now.past.length < was.past.length)
		return `Undone: ${now.future.at(-1)?.label ?? 'a step'}.`
	if (was.future.some(({ after }) => after === now.present))
		return `Done again: ${now.past.at(-1)?.label ?? 'a step'}.`
	const [before, after] = [was.present, now.present]
	const outlines = changedOutlines(before, after)
	const [only] = outlines
	if (only && outlines.length === 1) {
		const said = spokenOutline(only.before, only.after, after)
		if (said) return said
	}
	const label = now.past.at(-1)?.label
	if (label === undefined) return null
	const names = saysChanged(before, after)
	return names ? `${label}: ${names}.` : `${label}.`
}

interface Changed {
	/** Absent where the outline is new. */
	readonly before: Contour | undefined
	readonly after: Contour
}

/** The outlines that are new or differ; those that went are not told of one by one. */
function changedOutlines(before: Sheet, after: Sheet): readonly Changed[] {
	const [had, has] = [new Set(before.pieces), new Set(after.pieces)]
	const old = before.pieces.filter((piece) => !has.has(piece))
	const was = new Map(old.flatMap(({ contours }) => contours).map((one) => [one.id, one]))
	return after.pieces
		.filter((piece) => !had.has(piece))
		.flatMap(({ contours }) => contours)
		.filter((contour) => was.get(contour.id) !== contour)
		.map((contour) => ({ before: was.get(contour.id), after: contour }))
}

/** What became of one outline, where that is a node's doing. */
function spokenOutline(before: Contour | undefined, after: Contour, sheet: Sheet): string | null {
	const count = after.nodes.length
	if (before && !before.closed && after.closed) return `Closed: an outline of ${nodes(count)}.`
	if (before?.closed && !after.closed) return `Opened: an outline of ${nodes(count)}.`
	const more = count - (before?.nodes.length ?? 0)
	const had = new Map(before?.nodes.map((node) => [node.id, node]))
	const differing = after.nodes.filter((node) => had.get(node.id) !== node)
	const added = differing.filter(({ id }) => !had.has(id))
	if (more > 0 && added.length === more) {
		const last = spokenNode(added.at(-1), after, sheet)
		return more === 1 ? last : `${nodes(more)} placed. ${last}`
	}
	if (more === -1) return `A node was removed: ${nodes(count)} left.`
	const moved = differing.filter((node) => !samePlace(node, had.get(node.id)))
	if (more === 0 && moved.length === 1) return spokenNode(moved[0], after, sheet)
	return null
}

function spokenNode(node: PathNode | undefined, of: Contour, sheet: Sheet): string | null {
	if (!node) return null
	const [x, y] = node.at.map((v) => formatLength(v, sheet))
	const open = of.closed ? 'a closed' : 'an open'
	return `Node ${of.nodes.indexOf(node) + 1} of ${open} outline, ${node.kind}, at ${x}, ${y}.`
}

const samePlace = ({ at }: PathNode, other: PathNode | undefined) =>
	other !== undefined && at[0] === other.at[0] && at[1] === other.at[1]

const nodes = (count: number) => (count === 1 ? '1 node' : `${count} nodes`)
