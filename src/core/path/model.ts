import { customRandom, urlAlphabet } from 'nanoid'
import type { Affine } from '../geometry/affine'
import type { Box } from '../geometry/box'
import type { LengthUnit } from '../geometry/lengths'
import type { Point } from '../geometry/point'
import type { Lettering } from './lettering'

export const NODE_KINDS = ['corner', 'smooth', 'symmetric', 'cusp'] as const
export type NodeKind = (typeof NODE_KINDS)[number]
export type FillRule = 'nonzero' | 'evenodd'

/**
 * A point of an outline. Handles are absolute points in photo pixels; a missing handle is a
 * retracted one. The kind is a promise about the handles that every edit keeps: a corner has
 * none; a smooth node two in one line, or one in line with a straight neighbour; a symmetric
 * node two of equal length in one line; a cusp is free.
 */
export interface PathNode {
	readonly id: string
	readonly at: Point
	readonly in?: Point
	readonly out?: Point
	readonly kind: NodeKind
}

/** An outline: one run of nodes, open or closed. */
export interface Contour {
	readonly id: string
	readonly nodes: readonly PathNode[]
	readonly closed: boolean
	/** Open and yet filled, straight across from its last node to its first, as SVG fills it. */
	readonly filled?: boolean
	/** Present once it was thinned. */
	readonly thinned?: ThinnedBy
	/** What ties the ground in it to the ground round its piece, where it is an opening. */
	readonly bridges?: readonly Bridge[]
}

/** A strip that is left standing across a piece, from an opening of it to the outline next round that. */
export interface Bridge {
	/** Where its middle sets off: the share of the opening's length from its first node, 0 to 1. */
	readonly along: number
	/** px */
	readonly width: number
}

/** How far an outline was thinned, and what it was like then. */
export interface ThinnedBy {
	/** px */
	readonly by: number
	/** Tells whether it is still the outline that was thinned. */
	readonly print: number
	/** The nodes it was about; all where none are named. */
	readonly only?: readonly string[]
}

export type Paint =
	| { readonly kind: 'none' }
	| {
			readonly kind: 'solid'
			/** `#rrggbb` */
			readonly colour: string
			/** 0 to 1; 1 where absent */
			readonly alpha?: number
	  }
	/** Along a way: before its beginning as there, beyond its end as there; sheet px. */
	| {
			readonly kind: 'linear'
			readonly from: Point
			readonly to: Point
			readonly stops: readonly Stop[]
	  }
	/** Outwards from a centre, the half-axes of its last ellipse ending at two points; sheet px. */
	| {
			readonly kind: 'radial'
			readonly centre: Point
			readonly along: Point
			readonly across: Point
			/** Where it begins, within the last ellipse; at the centre where absent. */
			readonly focus?: Point
			readonly stops: readonly Stop[]
	  }
	/** A figure again and again, in squares of a spacing that are turned about a place; sheet px. */
	| {
			readonly kind: 'pattern'
			readonly figure: Figure
			/** px */
			readonly spacing: number
			/** How thick lines and how wide dots are, px. */
			readonly weight: number
			/** Of the lines, degrees clockwise from level. */
			readonly angle: number
			readonly at: Point
			/** `#rrggbb` */
			readonly colour: string
			/** What lies beneath the figure, `#rrggbb`; one sees through where absent. */
			readonly ground?: string
			/** 0 to 1; 1 where absent */
			readonly alpha?: number
	  }

export const FIGURES = ['hatch', 'cross-hatch', 'dots', 'waves'] as const
export type Figure = (typeof FIGURES)[number]

/** A colour of a gradient at a share of its way, 0 to 1, in rising order; in between sRGB is mixed evenly. */
export interface Stop {
	readonly at: number
	/** `#rrggbb` */
	readonly colour: string
	/** 0 to 1; 1 where absent */
	readonly alpha?: number
}

/** How outlines are drawn as lines. What is absent is as SVG begins with it. */
export interface Stroke {
	readonly paint: Paint
	/** px */
	readonly width: number
	/** `butt` where absent */
	readonly cap?: 'butt' | 'round' | 'square'
	/** `miter` where absent */
	readonly join?: 'miter' | 'round' | 'bevel'
	/** 4 where absent */
	readonly miterLimit?: number
	/** Lengths of dashes and gaps in turn, px; an unbroken line where absent. */
	readonly dashes?: readonly number[]
	/** How far into the dashes the line begins, px. */
	readonly dashOffset?: number
}

export interface Piece {
	readonly id: string
	readonly name: string
	readonly contours: readonly Contour[]
	/** What is left of its outlines by bridges, made of them and never edited; absent where there are none. */
	readonly bridged?: readonly Contour[]
	readonly fillRule: FillRule
	readonly fill: Paint
	readonly stroke: Stroke
	/** Its gradients and patterns stay where they are on the sheet when the piece is moved. */
	readonly paintStays?: boolean
	/** The stroke lies under the fill. */
	readonly strokeBelow?: boolean
	/** 0 to 1 */
	readonly opacity: number
	/** How far inside the photo's edge its outlines are to lie, px; 0 unless said otherwise. */
	readonly allowance?: number
	/** Present once it was lifted out of a photo. */
	readonly lifted?: LiftedBy
	/** Present where its outlines are words that are set. */
	readonly lettering?: Lettering
	/** The innermost group it is kept in. */
	readonly group?: string
	/** What the table does along its outlines; what its group says, or how it is painted, where absent. */
	readonly operation?: TableOperation
	readonly hidden: boolean
	readonly locked: boolean
}

/** What the table does along a line. */
export const TABLE_OPERATIONS = ['cut', 'score', 'nothing'] as const
export type TableOperation = (typeof TABLE_OPERATIONS)[number]

/** What somebody drew to lift a piece out of a photo; sheet px. */
export interface LiftedBy {
	readonly round: { readonly box: Box } | { readonly lasso: readonly Point[] }
	readonly dabs: readonly {
		readonly side: 'inside' | 'outside'
		readonly points: readonly Point[]
		readonly radius: number
	}[]
	/** Tell of each outline whether it is still what was lifted. */
	readonly prints: readonly number[]
}

/** Pieces kept together in the tree, one above the other without others between. */
export interface Group {
	readonly id: string
	readonly name: string
	/** The group that this one is kept in. */
	readonly within?: string
	/** The pieces hidden, and those locked, together with it: with it they come back, others stay. */
	readonly hides?: readonly string[]
	readonly locks?: readonly string[]
	/** What the table does along all in it that does not say otherwise. */
	readonly operation?: TableOperation
}

/** A photo laid under the pieces. Its pixels live in the store under `blob`. */
export interface PlacedPhoto {
	readonly id: string
	readonly blob: string
	readonly name: string
	/** px of the file, upright */
	readonly width: number
	readonly height: number
	/** From the photo's own pixels to the sheet's. */
	readonly place: Affine
	/** How strongly it shows, 0 to 1. */
	readonly strength: number
	readonly tone: Tone
	readonly hidden: boolean
	readonly locked: boolean
}

/** How a photo's pixels are shown; the file is never changed. Levels are those of 8 bits. */
export interface Tone {
	readonly grey: boolean
	/** The levels that are shown as black and as white, 0 to 255, black below white. */
	readonly black: number
	readonly white: number
	/** Which share of the way from black to white is shown as middle grey; 0.5 changes nothing. */
	readonly midtone: number
	/** Local contrast, 0 none to 1 full. */
	readonly local: number
	/** 0 no colour, 1 as it is. */
	readonly saturation: number
}

export const NEUTRAL_TONE: Tone = {
	grey: false,
	black: 0,
	white: 255,
	midtone: 0.5,
	local: 0,
	saturation: 1,
}

/** A straight line across the whole sheet: upright at an x, or level at a y. */
export interface Guide {
	readonly id: string
	readonly axis: 'x' | 'y'
	/** sheet px */
	readonly at: number
	/** What it is to letters: a level one alone, one of each to a sheet. */
	readonly line?: LetterLine
}

/** The level lines that letters stand on and reach to, from the top. */
export const LETTER_LINES = ['ascender', 'cap height', 'x-height', 'baseline', 'descender'] as const
export type LetterLine = (typeof LETTER_LINES)[number]

/** What letters of one hand have in common, beside the lines they stand on. */
export interface Letterform {
	/** How far what is round or pointed goes beyond its line, px. */
	readonly overshoot?: number
	/** How wide upright stems are, px. */
	readonly stem?: number
	/** How far they lean to the right, degrees. */
	readonly slant?: number
}

/** A straight line through two points of the sheet, px, in which shapes are mirrored. */
export interface MirrorLine {
	readonly from: Point
	readonly to: Point
}

/** How trace lines are drawn on screen. */
export interface TraceLine {
	/** `#rrggbb`, or `null` where it is chosen against the photo beneath. */
	readonly colour: string | null
	/** px on screen */
	readonly width: number
	/** How strongly outlines show over the photo, 0 to 1. */
	readonly strength: number
}

/** A document: pieces traced over photos. The unit is the px of the first photo. */
export interface Sheet {
	readonly id: string
	readonly name: string
	readonly width: number
	readonly height: number
	/** Real size of one px, where it was measured. */
	readonly mmPerPx?: number
	/** The unit in which lengths are read on screen. */
	readonly unit: LengthUnit
	readonly photos: readonly PlacedPhoto[]
	readonly pieces: readonly Piece[]
	/** None where absent. */
	readonly groups?: readonly Group[]
	/** Pieces that are hidden while others show alone. */
	readonly aside?: readonly string[]
	readonly guides: readonly Guide[]
	readonly guidesHidden: boolean
	readonly guidesLocked: boolean
	/** What the letters traced on it have in common, where they are letters. */
	readonly letterform?: Letterform
	readonly line: TraceLine
	/** What lies under the pieces where they are seen by themselves and sent out; nothing where absent. */
	readonly background?: Paint
	/** New pieces are painted as the last one was, or as the photo is under them; in ink where absent. */
	readonly drawnIn?: 'last' | 'photo'
	/** How a piece was painted last. */
	readonly lastLook?: Pick<Piece, 'fill' | 'stroke' | 'strokeBelow' | 'opacity'>
	/** Findings of the proof that are left as they are, by their keys. */
	readonly left?: readonly string[]
	/** The drill that is done on it, by its id. */
	readonly practice?: string
	/** The drill that somebody made of it, with what was on it as its answer. */
	readonly lesson?: Lesson
	/** While it stands, what is drawn on one side of it is to be completed on the other. */
	readonly mirror?: MirrorLine
}

/** What can be graded of a trace. */
export const CRITERIA = [
	'edge',
	'whole',
	'nodes',
	'kinds',
	'outermost',
	'level',
	'rule',
	'shared',
	'colours',
	'ready',
] as const
export type Criterion = (typeof CRITERIA)[number]

/** A drill that somebody made: what is to be traced, and when that is done. */
export interface Lesson {
	readonly id: string
	/** In a sentence. */
	readonly task: string
	/** How far a trace may lie from the answer, thousandths of the answer's diagonal. */
	readonly within: number
	/** No more nodes than these. */
	readonly nodes: number
	/** What counts. */
	readonly graded: readonly Criterion[]
	readonly answer: readonly Piece[]
}

export const INK = '#22272e'
/** Thin enough to judge an edge by, thick enough to be seen over a photo. */
const LINE_PX = 1.5

const ID_LENGTH = 10
/** Random bytes are asked for many at a time: in browsers each asking costs more than ten ids. */
const POOL_BYTES = 1000 * ID_LENGTH
let pool = new Uint8Array(0)
let used = 0

export const newId: () => string = customRandom(urlAlphabet, ID_LENGTH, (count) => {
	if (used + count > pool.length) {
		pool = crypto.getRandomValues(new Uint8Array(POOL_BYTES))
		used = 0
	}
	used += count
	return pool.subarray(used - count, used)
})

export function emptySheet(name: string, width: number, height: number): Sheet {
	return {
		id: newId(),
		name,
		width,
		height,
		unit: 'px',
		photos: [],
		pieces: [],
		guides: [],
		guidesHidden: false,
		guidesLocked: false,
		line: { colour: null, width: LINE_PX, strength: 1 },
	}
}

export function newPiece(name: string, contours: readonly Contour[]): Piece {
	return {
		id: newId(),
		name,
		contours,
		fillRule: 'evenodd',
		fill: { kind: 'solid', colour: INK },
		stroke: { paint: { kind: 'none' }, width: 1 },
		opacity: 1,
		hidden: false,
		locked: false,
	}
}
