import JoinInnerRounded from '@mui/icons-material/JoinInnerRounded'
import { contains, type Point } from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import { NO_OVERLAY, type Tool } from '@/editor/session/tool'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { leaveApart } from './apart'
import { type Apart, cutSlice } from './cutSlice'

/** Regions to choose among: hover lights one, a click or a drag across says what becomes of it. */
export function createRegions(held: {
	get: () => Apart | null
	set: (apart: Apart) => void
	/** Takes what is kept; lets all of it be. */
	accept: () => void
	leave: () => void
}): Tool {
	/** The piece that regions become part of as the pointer is drawn across them. */
	let joining = 0
	let pressed = false

	const under = (apart: Apart, p: Point): number | null => {
		const found = apart.regions.findIndex(({ contours }) => contains(contours, p))
		return found < 0 ? null : found
	}
	const hover = (p: Point): Apart | null => {
		const apart = held.get()
		if (!apart) return null
		const hovered = under(apart, p)
		if (hovered === apart.hovered) return apart
		const next = { ...apart, hovered }
		held.set(next)
		return next
	}
	const brushOver = (apart: Apart) => {
		const { hovered, brush, fates } = apart
		if (hovered === null) return
		const fate = fateFor(apart, hovered)
		if (brush === 'join' && joining === 0) joining = fate
		const next = brush === 'join' ? joining : fate
		if (next !== fates[hovered]) held.set({ ...apart, fates: fates.with(hovered, next) })
	}

	return {
		down: (input) => {
			pressed = true
			joining = 0
			const apart = hover(input.at)
			if (apart) brushOver(apart)
		},
		move: (input) => {
			const apart = hover(input.at)
			if (pressed && apart) brushOver(apart)
		},
		up: () => {
			pressed = false
			joining = 0
		},
		cancel: () => {
			pressed = false
		},
		doubleClick: () => {},
		key: ({ key }) => {
			if (!held.get()) return false
			if (key === 'enter') held.accept()
			else if (key === 'escape') held.leave()
			else return false
			return true
		},
		rest: () => {
			pressed = false
		},
		hint: () => `${HINTS[held.get()?.brush ?? 'keep']} Enter: accept. Esc: leave all as it was.`,
		overlay: () => NO_OVERLAY,
		cursor: () => 'pointer',
	}
}

const HINTS = {
	keep: 'Click a region, or drag across several: keep each as a piece.',
	drop: 'Click a region, or drag across several: drop them.',
	join: 'Drag across regions: they become one piece.',
} as const

/** What the brush makes of a region: nothing, the piece it is, or a piece of its own. */
function fateFor({ brush, fates }: Apart, region: number): number {
	const now = fates[region] ?? 0
	if (brush === 'drop') return 0
	const alone = fates.filter((fate) => fate === now).length === 1
	return now !== 0 && (brush === 'join' || alone) ? now : Math.max(0, ...fates) + 1
}

/** Regions as they come: each is kept as a piece of its own. */
export function startingFates(count: number): number[] {
	return Array.from({ length: count }, (_, i) => i + 1)
}

export const regionsTool: ToolDef = {
	id: 'regions',
	name: 'Regions',
	icon: JoinInnerRounded,
	about: 'outlines',
	afterwards: nodesTool,
	shortcuts: [
		{ keys: 'Click, drag across', does: 'Keep, drop or join regions' },
		{ keys: 'Enter', does: 'Accept' },
		{ keys: 'Esc', does: 'Leave all as it was' },
	],
	create: (context) => {
		const cut = context.slices.of(cutSlice)
		return createRegions({
			get: () => cut.getState().apart,
			set: (apart) => cut.setState({ apart }),
			accept: () => void import('./acceptApart').then((m) => m.acceptApart(context)),
			leave: () => leaveApart(context),
		})
	},
}
