import { type Contour, distance, type PathNode, type ThinPreview } from '@/core'
import type { PhotoEdges } from '@/editor/session/edgeReading'
import { bendOutlines, fitOutlines, type Moved, measureEdges } from '@/jobs/edges'
import type { Distances, Proposal } from './againstSlice'
import { type Profile, profileFrom } from './profile'
import type { Target } from './targets'

/** Why nothing was proposed: what is to be done about it. */
export class Nothing extends Error {}

/** A node that moves less than this stays, sheet px. */
const STAYS_PX = 0.05

/** What bending straight segments, or fitting all, to the photo would make of outlines. @throws Nothing */
export async function propose(
	what: Proposal['what'],
	targets: readonly Target[],
	edges: PhotoEdges,
	{ reach, deviation }: { readonly reach: number; readonly deviation: number },
): Promise<Proposal | null> {
	const moved: { readonly target: Target; readonly to: Moved }[] = []
	let photos = 0
	for (const target of targets) {
		const read = await edges.under(target.contours)
		if (!read) continue
		photos++
		const { allowance, only } = target
		const o = { reach: reach + allowance, allowance, ...(only && { only }) }
		const to = await (what === 'bend'
			? bendOutlines(read, { ...o, tolerance: deviation })
			: fitOutlines(read, { ...o, addWithin: deviation }))
		if (!to) return null
		moved.push({ target, to })
	}
	if (photos === 0) throw new Nothing(whyUnread(targets, edges))
	if (what === 'bend' && moved.every(({ to }) => to.bent === 0))
		throw new Nothing('No straight segment among what is chosen has an edge to follow.')
	const profiles = (of: (to: Moved) => Moved['before']) =>
		moved.map(({ target, to }) =>
			distances(profileFrom([of(to)], [{ ...target, contours: to.contours }])),
		)
	const ghost = ghostOf(moved.map(({ target, to }) => ({ from: target.contours, to: to.contours })))
	const was = worstOf(profiles(({ before }) => before))
	if (ghost.contours.length === 0) throw new Nothing(whyStill(moved, was, deviation))
	return {
		what,
		ghost,
		was,
		is: worstOf(profiles(({ after }) => after)),
		unsure: moved.reduce((sum, { to }) => sum + to.unsure, 0),
		straight: moved.flatMap(({ to }) => to.straight),
	}
}

/** Why nothing moves: it is near enough, there is nothing to move to, or nothing that came of it was nearer. */
function whyStill(
	moved: readonly { readonly to: Moved }[],
	{ p95 }: Distances,
	deviation: number,
): string {
	const covered = Math.max(...moved.map(({ to }) => to.before.covered))
	if (covered < SEEN)
		return 'Nothing moves: no plain edge lies within reach. A larger reach may help.'
	const within = `95 % of the outline within ${p95.toFixed(2)} px`
	if (p95 <= deviation) return `The outline lies on the edge already: ${within}.`
	return `Nothing nearer to the edge was found: ${within}. A larger reach, or nodes by hand, may help.`
}

/** An outline of which less has a sure edge has none, as a share. */
const SEEN = 0.05

/** Why the photo says nothing about outlines. */
export function whyUnread(targets: readonly Target[], edges: PhotoEdges): string {
	return whySilent(targets, edges) ?? 'The photo’s edges are not read yet. Try again in a moment.'
}

/** Why the photo will say nothing about outlines as things stand; `null` where it may yet. */
export function whySilent(targets: readonly Target[], edges: PhotoEdges): string | null {
	const at = targets[0]?.contours[0]?.nodes[0]?.at
	if (!at) return 'There is no outline to set against the photo yet.'
	const there = edges.there(at)
	if (there === 'hidden')
		return 'The photo under the outline is hidden: show it, and its edges can be read.'
	if (there === 'no photo') return 'There is no photo under the outline.'
	return null
}

const distances = ({ p95, worst }: Profile): Distances => ({ p95, worst })

const worstOf = (all: readonly Distances[]): Distances => ({
	p95: Math.max(0, ...all.map(({ p95 }) => p95)),
	worst: Math.max(0, ...all.map(({ worst }) => worst)),
})

/** The outlines that change, and what becomes of their nodes. */
function ghostOf(
	all: readonly { readonly from: readonly Contour[]; readonly to: readonly Contour[] }[],
): ThinPreview {
	const pairs = all.flatMap(({ from, to }) =>
		to.flatMap((contour, k) => {
			const was = from[k]
			return was && differs(was, contour) ? [{ was, contour }] : []
		}),
	)
	const nodes = (contours: readonly Contour[]) => contours.flatMap((one) => one.nodes)
	const was = new Map(nodes(pairs.map((one) => one.was)).map((node) => [node.id, node]))
	const now = nodes(pairs.map(({ contour }) => contour))
	const ids = new Set(now.map(({ id }) => id))
	const stays = ({ id, at }: PathNode) => {
		const before = was.get(id)
		return before !== undefined && distance(before.at, at) < STAYS_PX
	}
	const count = (contours: readonly (readonly Contour[])[]) => nodes(contours.flat()).length
	return {
		contours: pairs.map(({ contour }) => contour),
		before: count(all.map(({ from }) => from)),
		after: count(all.map(({ to }) => to)),
		deviation: 0,
		going: [...was.values()].filter(({ id }) => !ids.has(id)).map(({ at }) => at),
		staying: now.filter(stays).map(({ at }) => at),
		moving: now
			.filter((node) => !stays(node))
			.map(({ id, at }) => ({ from: was.get(id)?.at ?? at, to: at })),
		profile: [],
	}
}

function differs(a: Contour, b: Contour): boolean {
	if (a.nodes.length !== b.nodes.length) return true
	return a.nodes.some(({ at, in: into, out }, k) => {
		const other = b.nodes[k]
		if (!other) return true
		const far = (p?: readonly [number, number], q?: readonly [number, number]) =>
			p && q ? distance(p, q) > STAYS_PX : p !== q
		return far(at, other.at) || far(into, other.in) || far(out, other.out)
	})
}

/** How outlines lie against the photo, empty where it says nothing; `null` while it cannot be read yet, or where overtaken. */
export async function profileOf(
	targets: readonly Target[],
	edges: PhotoEdges,
	measure = measureEdges,
): Promise<Profile | null> {
	const read = await Promise.all(targets.map(({ contours }) => edges.under(contours)))
	const there = read.flatMap((one, k) => (one ? [{ one, target: targets[k] as Target }] : []))
	if (there.length === 0) return whySilent(targets, edges) ? profileFrom([], []) : null
	const measured = await measure(there.map(({ one }) => one))
	return (
		measured &&
		profileFrom(
			measured,
			there.map(({ target }) => target),
		)
	)
}
