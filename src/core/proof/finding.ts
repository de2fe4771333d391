import type { Point } from '../geometry/point'

/** What a proof can notice. */
export type FindingKind =
	| 'open'
	| 'ends-near'
	| 'rules-differ'
	| 'crosses'
	| 'outside'
	| 'island'
	| 'neck'
	| 'small'
	| 'hair'
	| 'needless'
	| 'outermost'
	| 'nearly-smooth'
	| 'nearly-corner'
	| 'kink'
	| 'handles'
	| 'sliver'
	| 'twice'
	| 'overlap'
	| 'wide-line'
	| 'wide-edge'
	| 'counter'
	| 'shut-in'
	| 'hidden'
	| 'locked'
	| 'crowded'
	| 'strays'
	| 'coarse-photo'
	| 'stroke'
	| 'off-line'
	| 'overshoot'

/** Something that a proof noticed, and where. */
export interface Finding {
	readonly kind: FindingKind
	/** Tells it from all others, and knows it again when nothing changed there. */
	readonly key: string
	/** The piece it is about, by its id; of the whole sheet where absent. */
	readonly piece?: string
	/** The upper piece, where it is about two. */
	readonly beside?: string
	/** All pieces that it is about, where they may be more. */
	readonly among?: readonly string[]
	readonly contour?: string
	/** Nodes it is about, by their ids. */
	readonly nodes?: readonly string[]
	/** px of the sheet */
	readonly at: Point
	/** Pieces are cut one by one: none is to reach under another. */
	readonly cut?: true
	/** It is to be mended the other way that there is. */
	readonly other?: true
	/** How much there is of it, px; radians of a turn, px to the inch of a photo. */
	readonly size?: number
}

/** From when on things are noticed, px of the sheet. */
export interface Limits {
	/** Necks and bridges thinner than this break. */
	readonly neck: number
	/** Openings and details smaller than this do not come out. */
	readonly small: number
	/** Nodes nearer to each other than this are one. */
	readonly hair: number
	/** Gaps between pieces narrower than this are slivers. */
	readonly sliver: number
	/** Ends nearer to each other than this look joined. */
	readonly ends: number
	/** Outlines further off the photo's edge than this are not true to it. */
	readonly strays: number
	/** Photos are to have so many px to the inch at the size they go out. */
	readonly photoPpi: number
	/** What is drawn is cut, piece by piece: how they lie on each other, and how wide lines are, matters. */
	readonly cut?: boolean
	/** Pieces are cut out of a card that is to hold together. */
	readonly stencil?: boolean
}
