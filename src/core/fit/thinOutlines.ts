import type { Point } from '../geometry/point'
import { type ProfileSample, profileBetween } from '../measure/profile'
import type { Contour } from '../path/model'
import { ease } from './ease'
import { type MadeSymmetric, madeSymmetric } from './leaning'
import { type Thinned, type ThinOptions, thin } from './thin'

export interface ThinSettings extends Required<Omit<ThinOptions, 'only'>> {
	/** How far thinned curves go towards their eased form, 0 to 1, within the tolerance. */
	readonly ease: number
	/** Whole outlines that are nearly symmetric become so wholly, within the tolerance. */
	readonly symmetric?: boolean
	/** What leans to the right by so many degrees is symmetric as it would be upright. */
	readonly slant?: number
}

/** An outline to be thinned, all of it or the nodes named. */
export interface ThinTarget {
	readonly contour: Contour
	readonly only?: ReadonlySet<string>
}

/** What thinning would make of outlines. */
export interface ThinPreview {
	/** The outlines that change, as they would be. */
	readonly contours: readonly Contour[]
	/** Nodes of all outlines asked about. */
	readonly before: number
	readonly after: number
	/** px */
	readonly deviation: number
	readonly worst?: Point
	readonly going: readonly Point[]
	readonly staying: readonly Point[]
	/** Nodes that stay and move, from and to; new ones from where they are. */
	readonly moving: readonly { readonly from: Point; readonly to: Point }[]
	/** Along the outlines that change, one after the other. */
	readonly profile: readonly ProfileSample[]
	/** Outlines that are symmetric within no such tolerance, where that was wished, and how much the nearest to it would need, px. */
	readonly lopsided?: { readonly count: number; readonly needs: number }
}

/** Thins and eases outlines and says what becomes of their nodes. */
export function thinOutlines(targets: readonly ThinTarget[], settings: ThinSettings): ThinPreview {
	const needs: number[] = []
	const changed = targets.flatMap(({ contour, only }) => {
		const symmetric =
			settings.symmetric && !only && contour.closed ? madeSymmetric(contour, settings) : null
		if (symmetric && 'off' in symmetric) needs.push(symmetric.off)
		const made =
			symmetric && 'contour' in symmetric
				? thinnedAs(symmetric, contour)
				: thinAndEase(contour, settings, only)
		return made.contour === contour ? [] : [{ contour, made: made.contour, found: made }]
	})
	const nodes = targets.reduce((sum, { contour }) => sum + contour.nodes.length, 0)
	const gone = changed.reduce(
		(sum, { contour, made }) => sum + contour.nodes.length - made.nodes.length,
		0,
	)
	const profile = changed.flatMap(({ contour, made }) => profileBetween(contour, made))
	const [worst] = changed.map(({ found }) => found).sort((a, b) => b.deviation - a.deviation)
	return {
		contours: changed.map(({ made }) => made),
		before: nodes,
		after: nodes - gone,
		deviation: worst?.deviation ?? 0,
		...(worst?.worst && { worst: worst.worst }),
		profile,
		...(needs.length > 0 && { lopsided: { count: needs.length, needs: Math.min(...needs) } }),
		...becomeOf(changed),
	}
}

/** One made symmetric, as what thinning gives. */
function thinnedAs({ contour, deviation }: MadeSymmetric, given: Contour): Thinned {
	const still = contour.nodes.length === given.nodes.length && deviation.max < STAYS_PX
	return still ? { contour: given, deviation: 0 } : { contour, deviation: deviation.max }
}

function thinAndEase(
	contour: Contour,
	settings: ThinSettings,
	only: ReadonlySet<string> | undefined,
): Thinned {
	const { tolerance, ease: share } = settings
	const found = thin(contour, { ...settings, tolerance, ...(only && { only }) })
	const thinned = found.contour
	if (share === 0 || thinned === contour) return found
	const left = only && new Set(thinned.nodes.flatMap(({ id }) => (only.has(id) ? [id] : [])))
	// What easing moves comes on top of thinning: the tolerance holds for both together.
	return ease(thinned, { tolerance, share, from: contour, ...(left && { only: left }) })
}

interface Changed {
	readonly contour: Contour
	readonly made: Contour
}

function becomeOf(changed: readonly Changed[]): Pick<ThinPreview, 'going' | 'staying' | 'moving'> {
	const going: Point[] = []
	const staying: Point[] = []
	const moving: { from: Point; to: Point }[] = []
	for (const { contour, made } of changed) {
		const after = new Map(made.nodes.map((node) => [node.id, node.at]))
		const before = new Set(contour.nodes.map((node) => node.id))
		for (const { id, at } of contour.nodes) {
			const to = after.get(id)
			if (!to) going.push(at)
			else if (Math.hypot(to[0] - at[0], to[1] - at[1]) < STAYS_PX) staying.push(at)
			else moving.push({ from: at, to })
		}
		for (const { id, at } of made.nodes) if (!before.has(id)) moving.push({ from: at, to: at })
	}
	return { going, staying, moving }
}

/** A node that moves by less is said to stay, px. */
const STAYS_PX = 0.02
