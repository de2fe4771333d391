export interface FitToEdgesOptions {
	/** How far an edge may be, and so the furthest that a node moves, px; 8 unless said otherwise. */
	readonly reach?: number
	/** How far inside the edge the outline is to lie, px. */
	readonly allowance?: number
	/** The nodes that may move; all unless said otherwise. */
	readonly only?: ReadonlySet<string>
	/** How often edges are sought anew, at most; 7 unless said otherwise: less where the outline is almost there. */
	readonly rounds?: number
	/** Nodes are added where a segment cannot come so near to its edge, px; none unless said otherwise. */
	readonly addWithin?: number
}

/** An edge is no further off than this unless said otherwise, px. */
export const REACH_PX = 8
