import type { Point } from '../geometry/point'
import { type ProfileSample, profileBetween } from '../measure/profile'
import type { Contour } from '../path/model'
import { ease } from './ease'
import { type ThinOptions, thin } from './thin'

export interface ThinSettings extends Required<Omit<ThinOptions, 'only'>> {
	/** How far thinned curves go towards their eased form, 0 to 1, within the tolerance. */
	readonly ease: number
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
}

/** Thins and eases outlines and says what becomes of their nodes. */
export function thinOutlines(targets: readonly ThinTarget[], settings: ThinSettings): ThinPreview {
	const changed = targets.flatMap(({ contour, only }) => {
		const made = thinAndEase(contour, settings, only)
		return made === contour ? [] : [{ contour, made }]
	})
	const nodes = targets.reduce((sum, { contour }) => sum + contour.nodes.length, 0)
	const gone = changed.reduce(
		(sum, { contour, made }) => sum + contour.nodes.length - made.nodes.length,
		0,
	)
	const profile = changed.flatMap(({ contour, made }) => profileBetween(contour, made))
	const worst = profile.reduce<ProfileSample | undefined>(
		(far, here) => (Math.abs(here.off) > Math.abs(far?.off ?? 0) ? here : far),
		undefined,
	)
	return {
		contours: changed.map(({ made }) => made),
		before: nodes,
		after: nodes - gone,
		deviation: Math.abs(worst?.off ?? 0),
		...(worst && { worst: worst.at }),
		profile,
		...becomeOf(changed),
	}
}

function thinAndEase(
	contour: Contour,
	settings: ThinSettings,
	only: ReadonlySet<string> | undefined,
): Contour {
	const { tolerance, ease: share } = settings
	const thinned = thin(contour, { ...settings, tolerance, ...(only && { only }) }).contour
	if (share === 0 || thinned === contour) return thinned
	const left = only && new Set(thinned.nodes.flatMap(({ id }) => (only.has(id) ? [id] : [])))
	// What easing moves comes on top of thinning: the tolerance holds for both together.
	return ease(thinned, { tolerance, share, from: contour, ...(left && { only: left }) }).contour
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
