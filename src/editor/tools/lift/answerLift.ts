import {
	applyAffine,
	type Box,
	boxContains,
	boxCorners,
	boxesTouch,
	boxOf,
	type Contour,
	contourBounds,
	invertAffine,
	joinBoxes,
	type PlacedPhoto,
	type Point,
	type Sheet,
	signedArea,
	transformContour,
} from '@/core'
import type { LiftHint } from '@/core/pictures'
import { darkroomSlice } from '@/editor/session/darkroomState'
import type { ToolContext } from '@/editor/session/definitions'
import { photoAt, photoUnder } from '@/editor/session/photoEdges'
import type { Watch } from '@/jobs/endpoint'
import { liftColours, liftColoursRoughly, liftOutlines, warmLifting } from '@/jobs/lifting'
import { partRound } from '@/jobs/partRound'
import { Cancelled } from '@/jobs/problems'
import {
	type Asked,
	type LiftGhost,
	type LiftState,
	type LiftWish,
	liftSlice,
	ringOf,
} from './liftSlice'

/** Who widens an area is done once nothing was asked for so long, ms. */
const STILL_MS = 120

type Needs = Pick<ToolContext, 'open' | 'slices'>

/**
 * Answers what is asked of the Lift tool, in a worker, whenever it or a wish changes: the newest alone.
 * @returns what calls the work off that is under way
 */
export function answerLifts({ open, slices }: Needs): () => void {
	const lift = slices.of(liftSlice)
	let controller = new AbortController()
	const answer = async (asked: Asked, wish: LiftWish) => {
		const { signal } = controller
		lift.setState({ busy: true, share: null, problem: null })
		try {
			const early = (ghost: LiftGhost) => {
				if (!signal.aborted && lift.getState().asked === asked) lift.setState({ ghost })
			}
			const tell = (share: number) => {
				if (!signal.aborted && lift.getState().asked === asked) lift.setState({ share })
			}
			if (asked.way === 'colour') {
				const rough = await ghostOf(asked, wish, open.sheet(), slices, {
					tell,
					signal,
					roughly: true,
				})
				const { asked: now } = lift.getState()
				if (rough?.ghost && !signal.aborted && now?.way === 'colour') lift.setState(rough)
				// While a hand goes on what it comes to is not yet worth knowing well.
				await new Promise((done) => setTimeout(done, STILL_MS))
				if (signal.aborted || lift.getState().asked !== asked) return
			}
			const ghost = await ghostOf(asked, wish, open.sheet(), slices, { early, tell, signal })
			// Something else was drawn meanwhile: its own answer comes.
			const current = !signal.aborted && lift.getState().asked === asked
			if (ghost && current) lift.setState({ ...ghost, busy: false })
		} catch (error) {
			if (error instanceof Cancelled || signal.aborted) return
			const problem = 'Lifting stopped; nothing was changed. Draw a dab, or the box again.'
			lift.setState({ busy: false, problem })
		}
	}
	lift.subscribe((state, before) => {
		const { asked, wish } = state
		const other = asked !== before.asked || wish !== before.wish
		if (asked && other && bears(asked, wish, before)) void answer(asked, wish)
	})
	warmLifting()
	// What was asked before this was there.
	const { asked, wish } = lift.getState()
	if (asked) void answer(asked, wish)
	return () => {
		const underWay = lift.getState().busy
		controller.abort()
		controller = new AbortController()
		// The worker ended with the work: another one readies itself for what comes.
		if (underWay) warmLifting()
	}
}

/** Whether what changed has a bearing on what would be lifted. */
function bears(asked: Asked, wish: LiftWish, before: LiftState): boolean {
	if (asked !== before.asked) return true
	const told = ['deviation', 'allowance', 'smallest', 'finest', 'openings'] as const
	return told.some((key) => wish[key] !== before.wish[key])
}

/** Without a ghost the one before stands. */
type Answered = Pick<LiftState, 'problem'> & Partial<Pick<LiftState, 'ghost'>>

async function ghostOf(
	asked: Asked,
	wish: LiftWish,
	sheet: Sheet,
	slices: Needs['slices'],
	{
		early,
		roughly = false,
		...watch
	}: Watch & {
		early?: (ghost: LiftGhost) => void
		/** Areas of colour are looked at coarsely. */
		roughly?: boolean
	},
): Promise<Answered | null> {
	const within = asked.way === 'colour' ? withinOf(sheet, asked.within) : []
	const photo = photoFor(asked, sheet)
	const back = photo && invertAffine(photo.place)
	if (!photo || !back)
		return { ghost: null, problem: 'No photo shows here: there is nothing to lift from.' }
	const { pyramids } = slices.of(darkroomSlice).getState()
	const level = pyramids.get(photo.blob)?.levels[0]
	if (!level)
		return { ghost: null, problem: 'The photo is still being opened: try again in a moment.' }
	const on = (p: Point) => applyAffine(back, p)
	const scale = Math.sqrt(Math.abs(back[0] * back[3] - back[1] * back[2]))
	const inner = within.map((contour) => transformContour(contour, back))
	const { left, top, part } = partRound(photo, level, boxAsked(asked, on, inner))
	const near = ([x, y]: Point): Point => [x - left, y - top]
	const o = {
		tolerance: scale * wish.deviation,
		allowance: scale * wish.allowance,
		smallest: scale ** 2 * wish.smallest,
		finest: scale * wish.finest,
	}
	const place = (p: Point) => applyAffine(photo.place, [p[0] + left, p[1] + top])
	const placed = (contours: readonly Contour[]) => {
		const all = contours.map((one) =>
			transformContour(transformContour(one, [1, 0, 0, 1, left, top]), photo.place),
		)
		return wish.openings || asked.way === 'colour' ? all : withoutOpenings(all)
	}
	const answer =
		asked.way === 'colour'
			? await (roughly ? liftColoursRoughly : liftColours)(
					part,
					asked.areas.map(({ at, spread }) => ({ at: near(on(at)), spread })),
					{
						tolerance: o.tolerance,
						within: inner.map((one) => transformContour(one, [1, 0, 0, 1, -left, -top])),
					},
					watch,
				)
			: await liftOutlines(
					part,
					hintOf(asked, takenBeside(sheet, asked), (p) => near(on(p)), scale),
					o,
					(rough) => early?.({ contours: placed(rough), unsure: [] }),
					watch,
				)
	if (!answer) return null
	if (!answer.ok) {
		// A dab that cannot be meant takes nothing away from what was found before it.
		const mended = asked.way === 'object' && asked.dabs.length > 0
		return { problem: answer.problem, ...(!mended && { ghost: null }) }
	}
	const ghost: LiftGhost = {
		contours: placed(answer.contours),
		unsure: answer.unsure.map((way) => mapped(way, place)),
		...(answer.colour && { colour: answer.colour }),
	}
	return { ghost, problem: null }
}

const withinOf = ({ pieces }: Sheet, id: string | null): readonly Contour[] =>
	pieces.find((piece) => piece.id === id)?.contours.filter(({ closed }) => closed) ?? []

function photoFor(asked: Asked, sheet: Sheet): PlacedPhoto | undefined {
	if (asked.way === 'colour') return asked.areas[0] && photoAt(sheet, asked.areas[0].at)
	const nodes = ringOf(asked).map((at, k) => ({ id: `c${k}`, at, kind: 'corner' as const }))
	return photoUnder(sheet, [{ id: 'asked', nodes, closed: true }])
}

/** What is looked at, px of the photo; all of it where colour is asked for outside of any piece. */
function boxAsked(asked: Asked, on: (p: Point) => Point, within: readonly Contour[]): Box | null {
	if (asked.way === 'object') return boxOf(ringOf(asked).map(on))
	const points = within.flatMap(({ nodes }) =>
		nodes.flatMap(({ at, in: into, out }) => [at, into ?? at, out ?? at]),
	)
	return points.length > 0 ? boxOf(points) : null
}

/** What was lifted before beside what is asked about now, and reaches into its box: it is not taken again. */
function takenBeside({ pieces }: Sheet, asked: Asked & { way: 'object' }): readonly Contour[] {
	const box = boxOf(ringOf(asked))
	return pieces
		.filter(({ id, lifted, hidden }) => lifted && !hidden && id !== asked.again)
		.flatMap(({ contours }) => {
			const own = contours.filter(({ closed }) => closed)
			const about = own.length > 0 ? own.map(contourBounds).reduce(joinBoxes) : box
			return boxesTouch(about, box) && !holds(box, about) && !holds(about, box) ? own : []
		})
}

const holds = (outer: Box, inner: Box): boolean =>
	boxCorners(inner).every((p) => boxContains(outer, p))

function hintOf(
	{ round, dabs, shape, ...asked }: Asked & { way: 'object' },
	taken: readonly Contour[],
	near: (p: Point) => Point,
	scale: number,
): LiftHint {
	const ring = ringOf({ ...asked, round, dabs }).map(near)
	const moved = (contours: readonly Contour[]) =>
		contours.map((contour) => ({
			...contour,
			nodes: contour.nodes.map((node) => ({
				...node,
				at: near(node.at),
				...(node.in && { in: near(node.in) }),
				...(node.out && { out: near(node.out) }),
			})),
		}))
	return {
		...('box' in round && upright(ring) ? { box: boxOf(ring) } : { lasso: ring }),
		dabs: dabs.map(({ side, points, radius }) => ({
			side,
			points: Float64Array.from(points.flatMap(near)),
			radius: radius * scale,
		})),
		...(taken.length > 0 && { taken: moved(taken) }),
		...(shape && { shape: moved(shape) }),
	}
}

/** Whether a photo's sides are the sheet's, so that a box on one is a box on the other. */
function upright([a, b]: readonly Point[]): boolean {
	return (
		a !== undefined &&
		b !== undefined &&
		(Math.abs(a[0] - b[0]) < 1e-6 || Math.abs(a[1] - b[1]) < 1e-6)
	)
}

const mapped = (way: Float64Array, place: (p: Point) => Point): Float64Array =>
	Float64Array.from(
		Array.from({ length: way.length >> 1 }, (_, n) =>
			place([way[2 * n] ?? 0, way[2 * n + 1] ?? 0]),
		).flat(),
	)

/** The outlines that no other goes round. */
function withoutOpenings(contours: readonly Contour[]): Contour[] {
	const areas = contours.map(({ nodes }) => signedArea(nodes.map(({ at }) => at)))
	const largest = areas.reduce((most, area) => (Math.abs(area) > Math.abs(most) ? area : most), 0)
	return contours.filter((_, k) => Math.sign(areas[k] ?? 0) === Math.sign(largest))
}
