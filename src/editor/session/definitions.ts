import type { ComponentType } from 'react'
import type { StoreApi } from 'zustand/vanilla'
import type { ExportSummary, Point, Sheet } from '@/core'
import type { RunningJobs } from '@/jobs/running'
import type { Library } from '@/store/library'
import type { OpenSheet } from '@/store/openSheet'
import type { Selection } from '@/store/selection'
import type { PhotoEdges } from './edgeReading'
import type { Hold, PressHold } from './holds'
import type { HowDef } from './howDef'
import type { Slices } from './slices'
import type { Bench, Overlay, Snapping, Tool, ToolSteps } from './tool'
import type { Size, View, Viewport } from './view'

/** A key or a way of using the pointer, and what it does: what the key list shows. */
export interface Shortcut {
	readonly keys: string
	readonly does: string
	/** The keys that do it alone when tapped, by the names that {@link KeyInput} has for them. */
	readonly taps?: readonly string[]
}

/** What is seen round the sheet: the bench, or a grey beside which a photo's tones are seen as they are. */
export type Surround = 'bench' | 'light' | 'middle' | 'dark'

/** How the bench stands: what is seen of the editor, is no part of the sheet and no pass's own. */
export interface DeskState {
	readonly pass: PassDef
	readonly tool: ToolDef
	/** The tool that a held key lends in its place. */
	readonly lent: ToolDef | null
	/** The tool that one had in each pass, by the pass's id. */
	readonly lastTools: Readonly<Record<string, ToolDef>>
	readonly view: View
	/** The canvas's size on screen, CSS px. */
	readonly size: Size
	readonly holds: ReadonlySet<Hold>
	/** The bench by day or by lamplight. */
	readonly scheme: 'light' | 'dark'
	/** What is seen round the sheet. */
	readonly surround: Surround
	readonly overlay: Overlay
	readonly hint: string
	/** What undo and redo mean before they mean the sheet. */
	readonly steps: ToolSteps
	/** Something said once in the hint's place, for a moment. */
	readonly said: string | null
	/** All actions are being searched by name. */
	readonly searching: boolean
	/** Whether the kept states of the sheet are shown. */
	readonly versions: boolean
	/** The part of a pass's card that was asked for by name. */
	readonly asked: string | null
	/** Whether points snap at all. */
	readonly snaps: boolean
	readonly snapping: Snapping
	/** The Pen places corners alone. */
	readonly straightOnly: boolean
	readonly rulers: boolean
	/** The canvas has all the room: cards and panels are folded away. */
	readonly full: boolean
	/** The loupe is kept on without its key. */
	readonly loupe: boolean
	/** Where the cross is by which nodes and lines are laid with keys, sheet px; `null` while it is away. */
	readonly cross: Point | null
	/** A finger or a pen was used last: what keys do has buttons. */
	readonly touched: boolean
	/** The passes and tools that there are, where not all are: by their ids. */
	readonly only: Only | null
	/** What is done is only shown: nobody is at work here. */
	readonly shown: boolean
	/** Where the pointer is while the loupe is out, screen px; `null` off the canvas. */
	readonly pointer: Point | null
}

export type Desk = StoreApi<DeskState>

/** Passes and tools by their ids. */
export interface Only {
	readonly passes: readonly string[]
	readonly tools: readonly string[]
}

/** What a tool is made with. */
export interface ToolContext {
	readonly bench: Bench
	readonly open: OpenSheet
	readonly desk: Desk
	readonly slices: Slices
	readonly edges: PhotoEdges
	takeTool(tool: ToolDef): void
	/** What the tool at hand says and shows is looked at anew: something came in meanwhile. */
	refresh(): void
}

/** All that is to be known of a tool. */
export interface ToolDef {
	readonly id: string
	readonly name: string
	/** What one does with it, in a sentence. */
	readonly says: string
	/** The key that takes it, where it has one. */
	readonly key?: string
	readonly icon: ComponentType<{ fontSize?: 'small' }>
	/** What it takes hold of: the panels show that. */
	readonly about: 'outlines' | 'pieces' | 'photos'
	/** What it draws closed is an outline of its own. */
	readonly draws?: boolean
	/** It places points, and so can by keys: the cross comes out for it. */
	readonly places?: boolean
	/** Held keys that mean something to it. */
	readonly holds?: readonly PressHold[]
	/** The kinds' keys, tapped in the midst of a drag, work on what it drags. */
	readonly kindsInDrag?: boolean
	/** What comes to hand when it has done its work; absent for tools that one stays with. */
	readonly afterwards?: ToolDef
	/** What can be set about it, beneath its row; it comes with the tool. */
	readonly Options?: ComponentType
	/** What it lays on the canvas while it is at hand. */
	readonly OnCanvas?: ComponentType
	/** What its keys and its pointer do, for the key list. */
	readonly shortcuts?: readonly Shortcut[]
	create(context: ToolContext): Tool
}

/** What a pass paints from. */
export interface Scene {
	readonly sheet: Sheet
	readonly selection: Selection
	readonly slices: Slices
}

/** What a pass lays over the sheet while it is at work. */
export interface Overlays {
	paint(ctx: CanvasRenderingContext2D, viewport: Viewport, scene: Scene): void
	/** Pieces that something else is shown in place of. */
	instead?(slices: Slices): ReadonlySet<string> | undefined
	/** Whether its own marks say all there is to say of nodes. */
	hidesNodes?(scene: Scene): boolean
}

/** What a key does in a pass. @returns whether it meant something */
export interface PassKey extends Shortcut {
	readonly key: string
	/** Whether Shift must be held, or must not be; either, where absent. */
	readonly shift?: boolean
	press(context: PassContext): boolean
}

/** What a pass's keys work on. */
export interface PassContext {
	readonly open: OpenSheet
	readonly desk: Desk
	readonly slices: Slices
	readonly edges: PhotoEdges
	refresh(): void
}

/** What goes on beside the work is given. */
export interface ServiceContext extends PassContext {
	readonly library: Library
	/** The sheet as it was when the hand last rested. */
	readonly atRest: StoreApi<{ readonly sheet: Sheet }>
	readonly running: RunningJobs
}

/** Something that goes on beside the work for as long as a sheet is open. @returns what ends it */
export type Service = (context: ServiceContext) => () => void

/** A part of a pass's card, as it is found by name. */
export interface PartDef {
	readonly id: string
	readonly name: string
	readonly says: string
}

/** The shape by itself: everything that is filled in one colour on another. */
export interface Silhouette {
	readonly ground: string
	readonly shape: string
	/** Left and right, top and bottom exchanged, for a fresh eye. */
	readonly mirrored?: boolean
	readonly upsideDown?: boolean
	/** Only right of this share of the window; left of it the photo shows. */
	readonly from?: number
}

export const BLACK_ON_WHITE: Silhouette = { ground: '#ffffff', shape: '#000000' }

/** All that is to be known of a pass. */
export interface PassDef {
	readonly id: string
	/** Its place among the eight, and its key. */
	readonly number: number
	readonly name: string
	/** One line on what it is for. */
	readonly purpose: string
	/** Its tools, the first of which comes to hand. */
	readonly tools: readonly ToolDef[]
	/** Tools that come to hand in it by themselves, and stand on no row. */
	readonly ownTools?: readonly ToolDef[]
	/** How pieces are shown: as they are traced, or by themselves, when nothing can be changed on the canvas. */
	readonly shows: 'trace' | ((slices: Slices) => 'artwork' | Silhouette)
	/** How strongly pieces show in their own paints while they are traced, 0 to 1; in none where absent. */
	readonly paints?: (slices: Slices, tool: ToolDef) => number
	/** The photo is away. */
	readonly hidesPhoto?: boolean
	/** What its card holds; those that open and close are opened when they are asked for. */
	readonly parts?: readonly PartDef[]
	/** Its card; it comes when one first goes there. */
	readonly Card: ComponentType
	/** How it is worked, in pictures; fetched when somebody asks. */
	how(): Promise<HowDef>
	/** What it lays on the canvas to be pressed. */
	readonly OnCanvas?: ComponentType
	/** A strip under the canvas. */
	readonly Strip?: ComponentType
	/** Whether its place is kept, also while it has nothing to show: nothing moves under a hand at work. Always, where absent. */
	readonly keepsStrip?: (sheet: Sheet) => boolean
	readonly overlays?: Overlays
	readonly keys?: readonly PassKey[]
	/** What goes on for it, whichever pass one is in. */
	readonly services?: readonly Service[]
	/** Its live figure, once it has one. */
	figure(summary: ExportSummary, slices: Slices): string | null
}

/** Whether a pass only looks: its canvas is for panning and zooming alone. */
export function onlyLooks({ shows }: Pick<PassDef, 'shows'>): boolean {
	return shows !== 'trace'
}

/** The tool of a pass that is this one, or stands for it there: it has the same key. */
export function toolIn(pass: PassDef, tool: ToolDef): ToolDef | undefined {
	return pass.tools.find((t) => t === tool || (t.key !== undefined && t.key === tool.key))
}
