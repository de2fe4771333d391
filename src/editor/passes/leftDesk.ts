import * as z from 'zod/mini'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { type PassDef, type ToolDef, toolIn } from '@/editor/session/definitions'
import { type DeskState, FIRST_SNAPPING } from '@/editor/session/desk'
import type { Slices } from '@/editor/session/slices'
import { PASSES, TOOLS } from './passes'
import { photoPass } from './photo/pass'
import { refinePass } from './refine/pass'

const idOf = (all: readonly { readonly id: string }[]) => z.enum(all.map(({ id }) => id))

const leftDesk = z.object({
	pass: idOf(PASSES),
	tool: idOf(TOOLS),
	centre: z.tuple([z.number(), z.number()]),
	scale: z.number().check(z.positive()),
	rulers: z._default(z.boolean(), true),
	straightOnly: z._default(z.boolean(), false),
	surround: z._default(z.enum(['bench', 'light', 'middle', 'dark']), 'bench'),
	/** The trace line's colour as it was chosen against the photo; absent where it was not. */
	line: z.optional(z.string().check(z.regex(/^#[0-9a-f]{6}$/))),
	/** Absent in what was left before snapping could be put off as a whole. */
	snaps: z.optional(z.boolean()),
	snapping: z._default(
		z.object({
			guides: z.boolean(),
			nodes: z.boolean(),
			level: z.boolean(),
			edges: z._default(z.boolean(), false),
		}),
		FIRST_SNAPPING,
	),
})

/** How the desk was left, as it is stored. A view is kept by its middle: windows change size. */
export type LeftDesk = z.infer<typeof leftDesk> & { readonly snaps: boolean }

export function readLeftDesk(value: unknown): LeftDesk | null {
	const left = leftDesk.safeParse(value).data
	if (!left) return null
	const { snaps } = left
	return snaps === undefined
		? { ...left, snaps: true, snapping: FIRST_SNAPPING }
		: { ...left, snaps }
}

/** The pass one was in and the tool at hand; a bare sheet begins with its photo, another where it is refined. */
export function startOf(
	left: Pick<LeftDesk, 'pass' | 'tool'> | null,
	bare: boolean,
): { readonly pass: PassDef; readonly tool: ToolDef } {
	const first = bare ? photoPass : refinePass
	const pass = PASSES.find(({ id }) => id === left?.pass) ?? first
	const kept = TOOLS.find(({ id }) => id === left?.tool)
	const tool = (kept && (toolIn(pass, kept) ?? kept)) ?? pass.tools[0]
	if (!tool) throw new Error(`The pass ${pass.id} has no tool.`)
	return { pass, tool }
}

export function leaveDesk(state: DeskState, slices: Slices): LeftDesk {
	const { lineStands, chosenLine } = slices.of(darkroomSlice).getState()
	const { pass, view, size, rulers, snaps, snapping, straightOnly, surround } = state
	// What a tool of the moment works on is gone with the tab.
	const tool = state.tool.afterwards ?? state.tool
	return {
		pass: pass.id,
		tool: tool.id,
		rulers,
		surround,
		...(lineStands && { line: chosenLine }),
		snaps,
		snapping,
		straightOnly,
		centre: [(size.width / 2 - view.x) / view.scale, (size.height / 2 - view.y) / view.scale],
		scale: view.scale,
	}
}

/** What of the desk is found again. */
export const LEFT = [
	'view',
	'pass',
	'tool',
	'rulers',
	'snaps',
	'snapping',
	'straightOnly',
	'surround',
] as const
