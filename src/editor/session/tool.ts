import type { Box, Contour, Cubic, Edit, Guide, NodeKind, Point, Sheet, Snapped } from '@/core'
import type { Selection } from '@/store/selection'
import type { EdgeReading } from './edgeReading'
import type { Hit } from './hitTest'
import type { PressHold } from './holds'

/** A pointer event as tools see it. */
export interface PointerInput {
	/** sheet px */
	readonly at: Point
	readonly shift: boolean
	/** What the press means by the key that is held. */
	readonly hold: PressHold | null
	/** How far the pointer reaches, sheet px: the hit radius at the present zoom. */
	readonly reach: number
	/** Sheet px for one px on screen. */
	readonly pixel: number
	/** The pointer is over the ruler that guides across this axis come from. */
	readonly overRuler?: 'x' | 'y' | undefined
}

export interface KeyInput {
	/** The key's name on any layout: `enter`, `arrowleft`, `c`. */
	readonly key: string
	readonly shift: boolean
	/** Ctrl or Cmd */
	readonly mod: boolean
	/** Steps are a tenth of what they are else. */
	readonly finely: boolean
}

/** What a tool may see and do: the sheet through edits, and what is selected. */
export interface Bench {
	sheet(): Sheet
	apply(label: string, edit: Edit, key?: string): void
	/** Ends a run of edits that share a key. */
	seal(): void
	/** An edit that takes back what the last step did: neither is a step. */
	takeBack(label: string, edit: Edit): void
	selection(): Selection
	select(selection: Selection): void
	/** What points snap to at the moment. */
	snapping(): Snapping
	/** The Pen places corners alone: curves come in the second pass. */
	straightOnly(): boolean
	/** The edges of the photos. */
	edges(): EdgeReading
}

/** What points snap to. */
export interface Snapping {
	readonly guides: boolean
	/** Nodes of any outline. */
	readonly nodes: boolean
	/** Handles to level with, or upright over, their node. */
	readonly level: boolean
	/** The photo's edges. */
	readonly edges: boolean
}

export const NO_SNAPPING: Snapping = { guides: false, nodes: false, level: false, edges: false }

/** The same where snapping is put off, which joins ends all the same: only the key that frees keeps them apart. */
export const SNAPPING_OFF: Snapping = { ...NO_SNAPPING }

/** A straight line drawn with a tool, sheet px. */
export interface Line {
	readonly from: Point
	readonly to: Point
}

/** The frame round a photo that can be taken hold of. */
export interface Frame {
	/** In order round it, from its own top left. */
	readonly corners: readonly [Point, Point, Point, Point]
	/** No handles: it is only shown where it lies. */
	readonly locked: boolean
}

/** What a tool shows beside the sheet itself. */
export interface Overlay {
	/** The next segment as it would become. */
	readonly preview: Cubic | null
	/** An outline whose inside flashes: it has just been closed, or would be by a click. */
	readonly filled: string | null
	/** A selection box being drawn, sheet px. */
	readonly box: Box | null
	/** A free line drawn round nodes, sheet px. */
	readonly lasso: readonly Point[] | null
	/** What the pointer is over, where the tool would take hold of it. */
	readonly hover: Hit | null
	/** What a point has just snapped to. */
	readonly snapped: Snapped | null
	/** A word at a place on the sheet: what letting go would do there, or how the tool is set. */
	readonly note: Note | null
	/** A line drawn to measure or to straighten by. */
	readonly line: Line | null
	readonly frame: Frame | null
	/** A guide that is about to be laid, or that the pointer is over. */
	readonly guide: Pick<Guide, 'axis' | 'at'> | null
	/** What the Edge pen has under way. */
	readonly run: EdgeRun | null
	/** The Lift tool's brush, and the stroke it is drawing. */
	readonly brush: Brush | null
	/** Words that are being set. */
	readonly words: WordsShown | null
}

/** What shows of words that are being set, sheet px. */
export interface WordsShown {
	readonly caret: readonly [foot: Point, head: Point] | null
	/** What is chosen of them. */
	readonly bands: readonly (readonly Point[])[]
	/** The handles of words along an outline. */
	readonly grips: readonly { readonly of: 'start' | 'offset'; readonly at: Point }[]
}

/** A word at a place on the sheet. */
export interface Note {
	readonly at: Point
	readonly says: string
}

/** Strokes that are being drawn with a brush, and where it is; sheet px. */
export interface Brush {
	readonly dabs: readonly {
		readonly side: 'inside' | 'outside'
		readonly points: readonly Point[]
		readonly radius: number
	}[]
	readonly at: { readonly at: Point; readonly radius: number } | null
}

/** A run of the Edge pen, as it shows. */
export interface EdgeRun {
	readonly pins: readonly Point[]
	/** The pin that the pointer is over. */
	readonly over: number | null
	/** What a click would add, as the outline it would become. */
	readonly live: Contour | null
	/** Ways that are being changed, or drawn by hand. */
	readonly ways: readonly Float64Array[]
}

export const NO_OVERLAY: Overlay = {
	preview: null,
	filled: null,
	box: null,
	lasso: null,
	hover: null,
	snapped: null,
	note: null,
	line: null,
	frame: null,
	guide: null,
	run: null,
	brush: null,
	words: null,
}

/** Whether two overlays show the same, so that nothing need be drawn anew. */
export function sameOverlay(a: Overlay, b: Overlay): boolean {
	return (Object.keys(NO_OVERLAY) as (keyof Overlay)[]).every((key) => a[key] === b[key])
}

export interface ToolSteps {
	readonly undo: string | null
	readonly redo: string | null
}

export const NO_STEPS: ToolSteps = { undo: null, redo: null }

export interface Tool {
	down(input: PointerInput): void
	/** Called with and without a button pressed. */
	move(input: PointerInput): void
	up(input: PointerInput): void
	/** The pointer is gone: nothing is under it any more. */
	leave?(): void
	/** What is being drawn is dropped in place of `up`, where letting go would act on it at once. */
	cancel?(): void
	doubleClick(input: PointerInput): void
	/** @returns whether the key meant something to the tool */
	key(input: KeyInput): boolean
	/** In the midst of a drag: what is dragged becomes of a kind. @returns whether it can */
	makeKind?(kind: NodeKind): boolean
	/** The open outline that is being drawn, its last node last: another tool may go on with it. */
	inHand?(): string | null
	/** Goes on with an outline that another tool was drawing. */
	goOn?(contour: string): void
	/** What it is wished to do is wished otherwise: what it has under way follows. */
	wished?(): void
	/** Takes back, or does again, what was done last with the tool and is no step of the sheet's. @returns whether there was anything */
	undo?(): boolean
	redo?(): boolean
	/** What of that there is to take back and to do again, in words; `null` for nothing. */
	steps?(): ToolSteps
	/** The tool is put down: what is begun is ended as it stands, nothing is lost. */
	rest(): void
	/** What a click and a drag would do now, and which key changes it. */
	hint(): string
	overlay(): Overlay
	cursor(): string
}

/** Shift keeps directions to multiples of this, radians. */
export const ANGLE_STEP = Math.PI / 4

/** A press that moves further than this is a drag, px on screen. */
export const DRAG_PX = 3
