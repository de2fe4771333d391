import * as z from 'zod/mini'
import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Pyramid } from '@/store/photoPixels'
import type { Size, View } from './canvas/view'
import type { PassId, ToolId } from './passes/passes'
import { passById } from './passes/passes'
import { NO_OVERLAY, type Overlay } from './tools/tool'

/** What is hidden or shown while a key is held. */
export type Hold = 'photo' | 'artwork' | 'silhouette'

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
}

export type Desk = StoreApi<DeskState>

const leftDesk = z.object({
	pass: z.enum(['photo', 'rough', 'refine', 'cut', 'proof', 'export']),
	tool: z.enum(['pen', 'nodes']),
	centre: z.tuple([z.number(), z.number()]),
	scale: z.number().check(z.positive()),
})

/** How the desk was left, as it is stored. A view is kept by its middle: windows change size. */
export type LeftDesk = z.infer<typeof leftDesk>

export function readLeftDesk(value: unknown): LeftDesk | null {
	return leftDesk.safeParse(value).data ?? null
}

export function leaveDesk({ pass, tool, view, size }: DeskState): LeftDesk {
	return {
		pass,
		tool,
		centre: [(size.width / 2 - view.x) / view.scale, (size.height / 2 - view.y) / view.scale],
		scale: view.scale,
	}
}

export function createDesk(start: { pass: PassId; tool: ToolId }): Desk {
	return createStore<DeskState>(() => ({
		...start,
		view: { scale: 1, x: 0, y: 0 },
		size: { width: 0, height: 0 },
		holds: new Set(),
		scheme: 'light',
		inverted: false,
		overlay: NO_OVERLAY,
		hint: '',
		pyramids: new Map(),
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
