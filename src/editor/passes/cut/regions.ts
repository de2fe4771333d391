import JoinInnerRounded from '@mui/icons-material/JoinInnerRounded'
import { contains, type Point } from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import { type Machine, runMachine, stepBy, type Turn, tell } from '@/editor/session/machine'
import { NO_OVERLAY } from '@/editor/session/tool'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { withPart } from '@/kit/tryAgain'
import { leaveApart } from './apart'
import { type Apart, cutSlice } from './cutSlice'

/** What goes on beside the tool. */
export interface RegionsNeeds {
	get(): Apart | null
	set(apart: Apart): void
	/** Takes what is kept; lets all of it be. */
	accept(): void
	leave(): void
}

interface Brushing {
	readonly pressed: boolean
	/** The piece that regions become part of as the pointer is drawn across them. */
	readonly joining: number
}

const NOT_PRESSED: Brushing = { pressed: false, joining: 0 }

/** Regions to choose among: hover lights one, a click or a drag across says what becomes of it. */
export function regionsMachine(held: RegionsNeeds): Machine<Brushing> {
	const over = (state: Brushing, p: Point): Turn<Brushing> => {
		const before = held.get()
		if (!before) return { state }
		const apart = hovering(before, p)
		const { next, joining } = state.pressed
			? brushed(apart, state.joining)
			: { next: apart, joining: state.joining }
		const effects = next === before ? [] : [tell(() => held.set(next))]
		return { state: { ...state, joining }, effects }
	}
	const letGo = (): Turn<Brushing> => ({ state: NOT_PRESSED })
	return {
		start: NOT_PRESSED,
		drops: true,
		step: stepBy({
			down: (_, { at }) => over({ pressed: true, joining: 0 }, at),
			move: (state, { at }) => over(state, at),
			up: letGo,
			cancel: letGo,
			key: (state, { key }) => {
				if (!held.get()) return { state, unused: true }
				if (key === 'enter') return { state, effects: [tell(held.accept)] }
				if (key === 'escape') return { state, effects: [tell(held.leave)] }
				return { state, unused: true }
			},
			rest: letGo,
		}),
		hint: () => `${HINTS[held.get()?.brush ?? 'keep']} Enter: accept. Esc: leave all as it was.`,
		overlay: () => NO_OVERLAY,
		cursor: () => 'pointer',
	}
}

/** The region under the pointer is lit. */
function hovering(apart: Apart, p: Point): Apart {
	const found = apart.regions.findIndex(({ contours }) => contains(contours, p))
	const hovered = found < 0 ? null : found
	return hovered === apart.hovered ? apart : { ...apart, hovered }
}

/** What becomes of the region under the brush. @param joining the piece it joins; none yet: 0 */
function brushed(apart: Apart, joining: number): { next: Apart; joining: number } {
	const { hovered, brush, fates } = apart
	if (hovered === null) return { next: apart, joining }
	const fate = fateFor(apart, hovered)
	const joined = joining === 0 ? fate : joining
	const becomes = brush === 'join' ? joined : fate
	const next =
		becomes === fates[hovered] ? apart : { ...apart, fates: fates.with(hovered, becomes) }
	return { next, joining: brush === 'join' ? joined : joining }
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
	says: 'Click and drag over regions: which are kept, dropped and joined',
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
		const machine = regionsMachine({
			get: () => cut.getState().apart,
			set: (apart) => cut.setState({ apart }),
			accept: () =>
				withPart(
					() => import('./acceptApart'),
					(m) => m.acceptApart(context),
				),
			leave: () => leaveApart(context),
		})
		return runMachine(machine, context.bench)
	},
}
