import type { NodeKind, Point } from '@/core'

/** How something is drawn in a moving picture. */
export type HowLook =
	/** As a photo shows it, well or faintly. */
	| 'photo'
	| 'faint'
	/** Filled by a piece, in ink or in its colour. */
	| 'ink'
	| 'colour'
	/** An outline as it is traced. */
	| 'line'
	/** What is proposed. */
	| 'ghost'
	/** A box or a line that is drawn. */
	| 'drawn'
	/** What is wrong there. */
	| 'wrong'
	/** Paper that something lies on. */
	| 'paper'

export interface HowShape {
	/** SVG path data, in the picture's px. */
	readonly d: string
	readonly look: HowLook
}

/** A picture of a moving picture: what lies there, and what the hand does. */
export interface HowFrame {
	readonly says: string
	readonly shapes: readonly HowShape[]
	readonly nodes?: readonly { readonly at: Point; readonly kind: NodeKind; readonly goes?: true }[]
	/** Lines from nodes to the ends of their handles. */
	readonly handles?: readonly (readonly [Point, Point])[]
	readonly pointer?: Point
	readonly pressed?: true
	/** The key that is held or tapped. */
	readonly key?: string
}

/** How a pass is worked: a short moving picture, and its keys. */
export interface HowDef {
	readonly frames: readonly HowFrame[]
	readonly keys: readonly (readonly [keys: string, does: string])[]
}

/** The size of these pictures, px. */
export const HOW_SIZE = { width: 224, height: 140 } as const
