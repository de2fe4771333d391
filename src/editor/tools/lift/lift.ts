import HighlightAltRounded from '@mui/icons-material/HighlightAltRounded'
import { lazy } from 'react'
import {
	addPieces,
	type Box,
	boxOf,
	contourBounds,
	distance,
	drawnPiece,
	growBox,
	joinBoxes,
	liftedAs,
	liftedMark,
	newId,
	type Piece,
	type Point,
	partsOf,
	ringWinding,
} from '@/core'
import type { Shortcut, ToolDef } from '@/editor/session/definitions'
import { toolInHand } from '@/editor/session/desk'
import { pieceUnder } from '@/editor/session/hitTest'
import { heldKey } from '@/editor/session/holds'
import { nextName } from '@/editor/session/nextName'
import {
	type Bench,
	DRAG_PX,
	NO_OVERLAY,
	type Overlay,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { warmLifting } from '@/jobs/lifting'
import { selectContour } from '@/store/selection'
import { answerLifts } from './answerLift'
import { type Doing, liftHint, pressedLiftHint } from './hints'
import { type Asked, asking, type Dab, type LiftState, liftSlice, stepped } from './liftSlice'

/** A stroke's points are so far apart at least, as a share of the brush. */
const STROKE_STEP = 0.3
/** Spread grows by so much for a px that is dragged on screen. */
const SPREAD_PER_PX = 0.04
const LEAST_SPREAD = 0.5
const MOST_SPREAD = 20

/** A piece that is opened again has so much round it, as a share of it, and at least, sheet px. */
const ROUND = 0.05
const LEAST_ROUND_PX = 8

/** What the tool needs of what goes on beside it. */
export interface LiftNeeds {
	state(): LiftState
	set(change: Partial<LiftState>): void
	/** Calls off what is being lifted. */
	callOff(): void
	nameNext(): string
}

/** Finds one object's outline from a box or a loose lasso round it, and mends it by dabs; or an area by its colour. */
export function createLift(bench: Bench, needs: LiftNeeds): Tool {
	interface Press {
		readonly doing: Doing
		readonly from: PointerInput
		readonly points: Point[]
	}
	let press: Press | null = null
	let pointer: PointerInput | null = null
	let takes = 0
	/** What was drawn while the one before is still to be kept: its turn comes then. */
	let next: Asked | null = null
	/** A piece that was kept as far as it was known when the tool was put down: what is awaited takes its place. */
	let early: {
		readonly id: string
		readonly contours: Piece['contours']
		/** What the step was called. */
		readonly label: string
	} | null = null

	/** Nothing is drawn any more, and no step of it is left. */
	const forget = () => {
		needs.callOff()
		next = null
		early = null
		const none = { asked: null, ghost: null, busy: false, keeping: false, problem: null }
		needs.set({ ...none, past: [], future: [] })
	}

	/** What is drawn now; what was drawn before can be had back. */
	const ask = (asked: Asked | null) => {
		if (!asked) {
			needs.callOff()
			early = null
		}
		needs.set(asking(needs.state(), asked))
	}

	/** It is kept: what was drawn meanwhile has its turn. */
	const goOn = () => {
		const after = next
		forget()
		if (after) ask(after)
	}

	/** What is lifted becomes a piece, or takes the place of one, in one step. @param each a piece for each part */
	const accept = (each = false): boolean => {
		if (early) return finish(early)
		const { ghost, asked, busy } = needs.state()
		if (!ghost || ghost.contours.length === 0) return false
		const bare = drawnPiece(bench.sheet(), needs.nameNext(), ghost.contours)
		const painted: Piece = ghost.colour
			? { ...bare, fill: { kind: 'solid', colour: ghost.colour } }
			: bare
		const parts = each ? partsOf(painted) : [ghost.contours]
		const again = asked?.way === 'object' ? asked.again : undefined
		const named = parts.map((contours) => ({ contours, id: newId() }))
		const label =
			asked?.way === 'colour'
				? 'Lift by colour'
				: again
					? 'Lift anew'
					: parts.length > 1
						? 'Lift objects'
						: 'Lift an object'
		const mark = (piece: Piece) => (asked?.way === 'object' ? liftedMark(piece, asked) : piece)
		bench.apply(
			label,
			(sheet) => {
				if (again && sheet.pieces.some(({ id }) => id === again))
					return {
						...sheet,
						pieces: sheet.pieces.map((one) =>
							one.id === again ? mark({ ...one, contours: ghost.contours }) : one,
						),
					}
				return named.reduce((now, { contours, id }, n) => {
					const name = n === 0 ? painted.name : nextName(now)
					const piece = { ...painted, contours, id, name }
					return addPieces(now, [mark(piece)])
				}, sheet)
			},
			`lift-${++takes}`,
		)
		const first = parts[0]?.[0]
		if (first) bench.select(selectContour(bench.sheet(), first.id))
		if (busy && asked?.way === 'object') {
			const id = again ?? named[0]?.id
			const kept = bench.sheet().pieces.find((one) => one.id === id)
			if (kept) {
				early = { id: kept.id, contours: kept.contours, label }
				needs.set({ asked: { ...asked, again: kept.id }, keeping: true, past: [], future: [] })
				return true
			}
		}
		bench.seal()
		goOn()
		return true
	}

	/** What was awaited takes the place of what was kept early, for as long as nobody changed that. */
	const finish = ({ id, contours, label }: NonNullable<typeof early>): boolean => {
		const { ghost, asked } = needs.state()
		const kept = bench.sheet().pieces.find((one) => one.id === id)
		if (kept?.contours === contours && ghost && asked?.way === 'object')
			bench.apply(
				label,
				(sheet) => ({
					...sheet,
					pieces: sheet.pieces.map((one) =>
						one.id === id ? liftedMark({ ...one, contours: ghost.contours }, asked) : one,
					),
				}),
				`lift-${takes}`,
			)
		bench.seal()
		goOn()
		return true
	}

	/** A piece that is there is opened as it was lifted; once it was changed, by its own shape. */
	const openAgain = (piece: Piece): void => {
		const closed = piece.contours.filter(({ closed }) => closed)
		if (closed.length === 0 || piece.locked) return
		const as = liftedAs(piece)
		if (as) ask({ way: 'object', round: as.round, dabs: as.dabs, again: piece.id })
		else {
			const about = closed.map(contourBounds).reduce(joinBoxes)
			const round = ROUND * Math.max(about.maxX - about.minX, about.maxY - about.minY)
			const box = growBox(about, Math.max(LEAST_ROUND_PX, round))
			ask({ way: 'object', round: { box }, dabs: [], again: piece.id, shape: closed })
		}
	}

	const isWithin = ({ at }: PointerInput): boolean => {
		const { asked } = needs.state()
		if (asked?.way !== 'object') return false
		if ('lasso' in asked.round) return ringWinding(asked.round.lasso, at) !== 0
		return holds(asked.round.box, at)
	}

	const begin = (input: PointerInput): Doing => {
		const { wish, asked } = needs.state()
		if (wish.way === 'colour') return 'spread'
		// To take away is never to begin anew, wherever the stroke begins.
		if (asked?.way === 'object' && (isWithin(input) || input.hold === 'outside')) return 'dab'
		return input.hold === 'lasso' ? 'lasso' : 'box'
	}

	const area = (at: Point, spread: number, shift: boolean): Asked => {
		const { asked } = needs.state()
		const others = shift && asked?.way === 'colour' ? asked.areas : []
		const within =
			shift && asked?.way === 'colour' ? asked.within : (pieceUnder(bench.sheet(), at)?.id ?? null)
		return { way: 'colour', areas: [...others, { at, spread }], within }
	}

	const dabOf = ({ from, points }: Press): Dab => ({
		side: from.hold === 'outside' ? 'outside' : 'inside',
		points,
		radius: needs.state().wish.brush * from.pixel,
	})

	const drawn = (now: Press): Asked | null => {
		const { asked } = needs.state()
		if (now.doing === 'dab' && asked?.way === 'object')
			return { ...asked, dabs: [...asked.dabs, dabOf(now)] }
		if (now.doing === 'lasso' && now.points.length > 2)
			return { way: 'object', round: { lasso: now.points }, dabs: [] }
		if (now.doing === 'box' && now.points.length > 1)
			return { way: 'object', round: { box: boxOf(now.points) }, dabs: [] }
		return null
	}

	return {
		down: (input) => {
			const doing = begin(input)
			const { wish, busy, ghost, keeping } = needs.state()
			const round = doing === 'box' || doing === 'lasso'
			// What is to be kept comes in a moment, and takes no dabs any more.
			if (keeping && !round) return
			// Nothing is lifted yet that there could be too much of.
			if (round && input.hold === 'outside') return
			next = null
			press = { doing, from: input, points: [input.at] }
			if (doing === 'spread') ask(area(input.at, wish.spread, input.shift))
			else if (round) {
				if (busy && ghost) needs.set({ keeping: true })
				else if (ghost) accept()
			}
		},
		move: (input) => {
			pointer = input
			if (!press) return
			const { doing, from, points } = press
			const last = points.at(-1) as Point
			const far = distance(from.at, input.at) / input.pixel
			if (doing === 'box') {
				if (points.length > 1 || far > DRAG_PX) points[1] = input.at
			} else if (doing === 'spread') widen(from, input, far)
			else {
				const step = doing === 'dab' ? STROKE_STEP * needs.state().wish.brush : DRAG_PX
				// What leaves the box says nothing of what is in it.
				const counts = doing === 'lasso' || from.hold === 'outside' || isWithin(input)
				if (counts && distance(last, input.at) >= step * input.pixel) points.push(input.at)
			}
		},
		up: (input) => {
			pointer = input
			const now = press
			press = null
			if (!now || now.doing === 'spread') return
			const asked = drawn(now)
			if (asked && needs.state().keeping) next = asked
			else if (asked) ask(asked)
		},
		leave: () => {
			if (!press) pointer = null
		},
		cancel: () => {
			press = null
		},
		doubleClick: (input) => {
			const piece = pieceUnder(bench.sheet(), input.at)
			if (piece && !needs.state().asked && needs.state().wish.way === 'object') openAgain(piece)
		},
		undo: () => step('undo'),
		redo: () => step('redo'),
		steps: () => {
			const { past, future } = needs.state()
			return {
				undo: past.length > 0 ? 'what was drawn last to lift' : null,
				redo: future.length > 0 ? 'what was taken back of it' : null,
			}
		},
		key: ({ key, mod, shift }) => {
			if (mod) return false
			const { asked, ghost, busy } = needs.state()
			if (key === 'o' && !shift && !asked) {
				const id = bench.selection().piece
				const piece = bench.sheet().pieces.find((one) => one.id === id)
				if (piece) openAgain(piece)
				return piece !== undefined
			}
			if (key === 'enter') {
				if (!busy) return accept(shift)
				if (shift) return false
				// It is kept when it is known well.
				needs.set({ keeping: true })
				return true
			}
			if (key === 'escape') {
				if (press) press = null
				else if (asked || ghost || busy) ask(null)
				else return false
				return true
			}
			if (key !== 'backspace' || !asked) return false
			if (asked.way === 'object' && asked.dabs.length > 0)
				ask({ ...asked, dabs: asked.dabs.slice(0, -1) })
			else if (asked.way === 'colour' && asked.areas.length > 1)
				ask({ ...asked, areas: asked.areas.slice(0, -1) })
			else ask(null)
			return true
		},
		rest: () => {
			press = null
			pointer = null
			const { busy, keeping, ghost } = needs.state()
			// What was kept early, or is to be kept and not seen yet, waits for its answer wherever one goes.
			if (busy && (early || (keeping && !ghost))) return
			if (!accept()) forget()
		},
		hint: () => {
			if (press) return pressedLiftHint(press.doing)
			const where = pointer && !isWithin(pointer) ? 'beyond' : 'within'
			return liftHint(needs.state(), where, pointer?.hold === 'outside')
		},
		overlay: (): Overlay => {
			if (press?.doing === 'box' && press.points.length > 1)
				return { ...NO_OVERLAY, box: boxOf(press.points) }
			if (press?.doing === 'lasso') return { ...NO_OVERLAY, lasso: [...press.points] }
			const dabs = press?.doing === 'dab' ? [dabOf({ ...press, points: [...press.points] })] : []
			const { asked, wish } = needs.state()
			const brush =
				pointer && asked?.way === 'object' && isWithin(pointer)
					? { at: pointer.at, radius: wish.brush * pointer.pixel }
					: null
			return dabs.length > 0 || brush ? { ...NO_OVERLAY, brush: { dabs, at: brush } } : NO_OVERLAY
		},
		cursor: () => (pointer && isWithin(pointer) ? 'none' : 'crosshair'),
	}

	function step(way: 'undo' | 'redo'): boolean {
		if (press) return true
		const change = stepped(needs.state(), way)
		if (!change) return false
		if (change.asked === null) needs.callOff()
		needs.set(change)
		return true
	}

	/** A drag widens or narrows what counts as alike. */
	function widen(from: PointerInput, input: PointerInput, far: number): void {
		const { wish, asked } = needs.state()
		if (asked?.way !== 'colour' || far < DRAG_PX) return
		const by = ((input.at[0] - from.at[0]) / input.pixel) * SPREAD_PER_PX
		const spread = Math.max(LEAST_SPREAD, Math.min(MOST_SPREAD, wish.spread + by))
		const areas = [...asked.areas.slice(0, -1), { at: from.at, spread }]
		needs.set({ asked: { ...asked, areas } })
	}
}

/** On the box's own line one is no longer in it, sheet px. */
const LINE_PX = 0.5

function holds(box: Box, [x, y]: Point): boolean {
	const { minX, minY, maxX, maxY } = growBox(box, -LINE_PX)
	return x >= minX && x <= maxX && y >= minY && y <= maxY
}

const SHORTCUTS: readonly (Shortcut & { readonly shift?: false })[] = [
	{ keys: 'Drag a box', does: 'Outline the object in it' },
	{ keys: `${heldKey('lasso')}, drag`, does: 'Outline the object in a loose lasso' },
	{ keys: 'Dab inside the box', does: 'This belongs to the object too' },
	{ keys: heldKey('outside'), does: 'Dab: this does not belong to it' },
	{ keys: 'Enter', does: 'Keep what is lifted as a piece', taps: ['enter'], shift: false },
	{ keys: 'Shift Enter', does: 'Keep each part of it as a piece of its own' },
	{ keys: 'Backspace', does: 'Take the last dab back', taps: ['backspace'] },
	{ keys: 'Ctrl Z, Ctrl Shift Z', does: 'Boxes and dabs back, and again' },
	{ keys: 'O, or double-click', does: 'Open the piece chosen again, with its dabs', taps: ['o'] },
	{ keys: 'Esc', does: 'Lift nothing', taps: ['escape'] },
	{ keys: 'By colour: click', does: 'An area of one colour; Shift: one more; drag: more alike' },
]

export const liftTool: ToolDef = {
	id: 'lift',
	name: 'Lift',
	key: 'l',
	icon: HighlightAltRounded,
	about: 'outlines',
	draws: true,
	holds: ['lasso', 'outside'],
	Options: lazy(() => import('./LiftOptions').then((m) => ({ default: m.LiftOptions }))),
	shortcuts: SHORTCUTS,
	create: (context) => {
		const lift = context.slices.of(liftSlice)
		const callOff = answerLifts(context)
		warmLifting()
		const tool = createLift(context.bench, {
			state: lift.getState,
			set: (change) => lift.setState(change),
			callOff,
			nameNext: () => nextName(context.open.sheet()),
		})
		lift.subscribe(({ keeping, busy, ghost, problem }) => {
			if (keeping && !busy) {
				lift.setState({ keeping: false })
				if (ghost && !problem) tool.key({ key: 'enter', shift: false, mod: false, finely: false })
				else if (toolInHand(context.desk.getState()) !== liftTool) tool.rest()
			}
			context.refresh()
		})
		return tool
	},
}
