import * as z from 'zod/mini'
import { createStore, type StoreApi } from 'zustand/vanilla'
import type {
	Contour,
	Point,
	Region,
	Suggestion,
	ThinPreview,
	ThinSettings,
	WindingRegion,
} from '@/core'
import type { Pyramid, Studied } from '@/store/photoPixels'
import type { Developed } from './canvas/darkroom'
import type { Size, View } from './canvas/view'
import type { Job } from './jobs'
import type { PassId, ToolId } from './passes/passes'
import { passById } from './passes/passes'
import { type Line, NO_OVERLAY, type Overlay, type Snapping } from './tools/tool'

/** What is hidden, shown or suspended while a key is held. */
export type Hold = 'photo' | 'artwork' | 'silhouette' | 'loupe' | 'snapping'

/** How the bench stands: all that is seen of the editor and is no part of the sheet. */
export interface DeskState {
	readonly pass: PassId
	readonly tool: ToolId
	readonly view: View
	/** The canvas's size on screen, CSS px. */
	readonly size: Size
	readonly holds: ReadonlySet<Hold>
	/** The bench by day or by lamplight. */
	readonly scheme: 'light' | 'dark'
	/** In Proof: black on white, or white on black. */
	readonly inverted: boolean
	readonly overlay: Overlay
	readonly hint: string
	/** Decoded photos by their blob; null while decoding, or where that failed. */
	readonly pyramids: ReadonlyMap<string, Pyramid | null>
	/** How far photos being decoded have come, 0 to 1, by their blob. */
	readonly opening: ReadonlyMap<string, number>
	/** What is being done that takes a while. */
	readonly job: Job | null
	/** What is known of each decoded photo, by its blob. */
	readonly studied: ReadonlyMap<string, Studied>
	/** Photos as they are shown where that is not just as they are, by the photo's id. */
	readonly developed: ReadonlyMap<string, Developed>
	/** Photos are shown as their edges: as the edge tools see them. */
	readonly edges: boolean
	/** The trace line's colour, chosen against the photo beneath; `#rrggbb`. */
	readonly chosenLine: string
	/** A line drawn along something whose length is to be told. */
	readonly measured: Line | null
	readonly snapping: Snapping
	/** The Pen places corners alone. */
	readonly straightOnly: boolean
	readonly thin: ThinWish
	/** What thinning would make of the outlines asked about; `null` where none is asked. */
	readonly ghost: ThinPreview | null
	/** What could be better about the piece at work, and which of it one stands on. */
	readonly suggested: { readonly all: readonly Suggestion[]; readonly at: number } | null
	readonly pencil: PencilWish
	/** A shape as it would become, shown at full size. */
	readonly proposed: Proposed | null
	/** Arrows show which way outlines run. */
	readonly direction: boolean
	/** How often outlines wind round each region; `null` where that is not shown. */
	readonly windings: readonly WindingRegion[] | null
	/** The piece that outlines are punched into as they close. */
	readonly punchInto: string | null
	/** Pieces taken apart into regions, of which some are to be kept. */
	readonly apart: Apart | null
	readonly rulers: boolean
	/** The loupe is kept on without its key. */
	readonly loupe: boolean
	/** Where the pointer is while the loupe is out, screen px; `null` off the canvas. */
	readonly pointer: Point | null
}

/** How far thinning is to go, and on what. */
export interface ThinWish extends ThinSettings {
	readonly scope: 'nodes' | 'piece' | 'all'
}

export const FIRST_THIN: ThinWish = {
	tolerance: 0.8,
	ease: 0,
	keepCorners: true,
	preferExtrema: true,
	levelled: true,
	scope: 'piece',
}

/** What pieces would become. */
export interface Proposed {
	readonly contours: readonly Contour[]
	/** The pieces that it would take the place of. */
	readonly instead: ReadonlySet<string>
}

/** Pieces taken apart into the regions that their outlines make. */
export interface Apart {
	/** The pieces, from the lowest up; regions name them by their number here. */
	readonly pieces: readonly string[]
	readonly regions: readonly Region[]
	/** What becomes of each: nothing (0), or the piece it is part of; equal numbers, one piece. */
	readonly fates: readonly number[]
	readonly brush: Brush
	readonly hovered: number | null
}

/** What a click on a region does. */
export type Brush = 'keep' | 'drop' | 'join'

/** How freehand strokes become curves. */
export interface PencilWish {
	/** How far the curve may leave the hand's line, px on screen. */
	readonly smoothing: number
	/** Only the last stretch of a stroke is still soft; what lies before it stays as it was fitted. */
	readonly settling: boolean
}

const FIRST_PENCIL: PencilWish = { smoothing: 2, settling: false }

export type Desk = StoreApi<DeskState>

/** Nodes lie close to each other where a thing is thin: snapping to them is for those who ask. */
const FIRST_SNAPPING: Snapping = { guides: true, nodes: false, level: true }
const FIRST_LINE = '#0e7466'

const leftDesk = z.object({
	pass: z.enum(['photo', 'rough', 'refine', 'thin', 'cut', 'proof', 'export']),
	tool: z.enum([
		'pen',
		'pencil',
		'nodes',
		'arrange',
		'straighten',
		'measure',
		'see-here',
		'mirror',
	]),
	centre: z.tuple([z.number(), z.number()]),
	scale: z.number().check(z.positive()),
	rulers: z._default(z.boolean(), true),
	straightOnly: z._default(z.boolean(), false),
	snapping: z._default(
		z.object({ guides: z.boolean(), nodes: z.boolean(), level: z.boolean() }),
		FIRST_SNAPPING,
	),
})

/** How the desk was left, as it is stored. A view is kept by its middle: windows change size. */
export type LeftDesk = z.infer<typeof leftDesk>

export function readLeftDesk(value: unknown): LeftDesk | null {
	return leftDesk.safeParse(value).data ?? null
}

export function leaveDesk(state: DeskState): LeftDesk {
	const { pass, view, size, rulers, snapping, straightOnly } = state
	// What was taken apart is gone with the tab.
	const tool = state.tool === 'regions' ? 'nodes' : state.tool
	return {
		pass,
		tool,
		rulers,
		snapping,
		straightOnly,
		centre: [(size.width / 2 - view.x) / view.scale, (size.height / 2 - view.y) / view.scale],
		scale: view.scale,
	}
}

export function createDesk(
	start: Pick<DeskState, 'pass' | 'tool'> &
		Partial<Pick<DeskState, 'rulers' | 'snapping' | 'straightOnly'>>,
): Desk {
	return createStore<DeskState>(() => ({
		rulers: true,
		snapping: FIRST_SNAPPING,
		straightOnly: false,
		thin: FIRST_THIN,
		ghost: null,
		suggested: null,
		pencil: FIRST_PENCIL,
		proposed: null,
		direction: false,
		windings: null,
		punchInto: null,
		apart: null,
		...start,
		view: { scale: 1, x: 0, y: 0 },
		size: { width: 0, height: 0 },
		holds: new Set(),
		scheme: 'light',
		inverted: false,
		overlay: NO_OVERLAY,
		hint: '',
		pyramids: new Map(),
		opening: new Map(),
		job: null,
		studied: new Map(),
		developed: new Map(),
		edges: false,
		chosenLine: FIRST_LINE,
		measured: null,
		loupe: false,
		pointer: null,
	}))
}

/** Goes to a pass: its first tool comes to hand, unless the one at hand belongs to it too. */
export function goToPass(desk: Desk, id: PassId): void {
	const { tools } = passById(id)
	desk.setState(({ tool, pass }) => ({
		pass: id,
		tool: pass === id && tools.includes(tool) ? tool : (tools[0] ?? tool),
	}))
}

export function hold(desk: Desk, what: Hold, held: boolean): void {
	desk.setState(({ holds }) => {
		if (holds.has(what) === held) return {}
		const next = new Set(holds)
		if (held) next.add(what)
		else next.delete(what)
		return { holds: next }
	})
}
