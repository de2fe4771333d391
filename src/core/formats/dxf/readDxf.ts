import { type Affine, applyAffine, composeAffine, IDENTITY } from '../../geometry/affine'
import { boxOf } from '../../geometry/box'
import type { Cubic } from '../../geometry/cubic'
import { turnAbout } from '../../geometry/placement'
import { distance, type Point } from '../../geometry/point'
import { inferKinds } from '../../path/kinds'
import { type Contour, newId, newPiece, type PathNode, type Piece } from '../../path/model'
import { newTally, type Tally } from '../svg/leftOut'
import type { SvgDrawing } from '../svg/readSvg'
import { polyline, type Run, runOf, type Vertex } from './curves'
import { DxfSyntaxError, type Item, numberIn, sectionsOf, textIn } from './groups'

/** A sheet made of a drawing is so large at its longer side, px. */
const SHEET_PX = 1200
/** Runs whose ends are so near are one, as a share of the drawing's size. */
const JOINED = 1e-5
/** References in references are followed so deep. */
const DEEPEST = 16
/** More curves than this are a trap, or more than can be held. */
const MOST_CURVES = 400_000
/** So are more insertions of blocks, whatever is in them. */
const MOST_PLACES = 100_000

/** How many mm one of the header's units is. */
const UNIT_MM: Readonly<Record<number, number>> = {
	1: 25.4,
	2: 304.8,
	4: 1,
	5: 10,
	6: 1000,
	14: 100,
}

/**
 * Reads the outlines of a DXF drawing (ASCII; lines, arcs, circles, ellipses, polylines with bulges,
 * splines, and blocks where they are inserted): a piece for each layer, what meets end to end joined,
 * closed outlines filled by the even-odd rule. What cannot be kept is named in `skipped`.
 * @throws {DxfSyntaxError}
 */
export function readDxf(text: string): SvgDrawing {
	if (text.startsWith('AutoCAD Binary DXF'))
		throw new DxfSyntaxError('It is a binary DXF. Save it as ASCII and bring it in again.')
	const sections = sectionsOf(text)
	const tally = newTally()
	const blocks = blocksOf(sections.get('BLOCKS') ?? [])
	const layers = new Map<string, Run[]>()
	let curves = 0
	let places = 0
	const take = (items: readonly Item[], map: Affine, layer: string | null, depth: number) => {
		for (const [n, item] of items.entries()) {
			if (IGNORED.has(item.type)) continue
			const own = textIn(item, 8) || '0'
			const name = layer !== null && own === '0' ? layer : own
			if (item.type === 'INSERT') {
				const block = blocks.get(textIn(item, 2))
				if (!block || depth >= DEEPEST) {
					tally.add('references to nothing')
					continue
				}
				const { columns, rows } = arrayOf(item)
				// Counted before they are made: arrays of arrays grow without end.
				places += columns * rows
				if (places > MOST_PLACES)
					throw new DxfSyntaxError('It inserts blocks more often than can be taken over.')
				for (const place of placesOf(item, block.origin))
					take(block.items, composeAffine(map, place), name, depth + 1)
				continue
			}
			const run = item.type === 'POLYLINE' ? oldPolyline(item, items, n + 1) : runOf(item)
			if (!run) {
				tally.add(LEFT_OUT[item.type] ?? 'things that are no lines')
				continue
			}
			curves += run.cubics.length
			if (curves > MOST_CURVES)
				throw new DxfSyntaxError('It holds more curves than can be taken over.')
			const on = (p: Point) => applyAffine(map, p)
			const cubics = run.cubics.map(([a, b, c, d]): Cubic => [on(a), on(b), on(c), on(d)])
			const all = layers.get(name) ?? []
			layers.set(name, all)
			if (cubics.length > 0) all.push({ cubics, closed: run.closed })
		}
	}
	take(sections.get('ENTITIES') ?? [], IDENTITY, null, 0)
	return sheetOf(layers, unitOf(sections.get('HEADER') ?? []), tally)
}

/** What belongs to others, or says nothing of what is drawn. */
const IGNORED = new Set(['HEAD', 'VERTEX', 'SEQEND', 'VIEWPORT', 'BLOCK', 'ENDBLK'])
const LEFT_OUT: Readonly<Record<string, string>> = {
	TEXT: 'text',
	MTEXT: 'text',
	ATTRIB: 'text',
	ATTDEF: 'text',
	DIMENSION: 'dimensions',
	LEADER: 'dimensions',
	HATCH: 'hatchings',
	IMAGE: 'images',
	POINT: 'points',
	SPLINE: 'splines with weights',
	SOLID: 'solids',
	'3DFACE': 'solids',
}

/** A block: what is in it, and the point of it that is laid where it is inserted. */
interface Block {
	readonly items: Item[]
	readonly origin: Point
}

function blocksOf(items: readonly Item[]): Map<string, Block> {
	const blocks = new Map<string, Block>()
	let open: Item[] | null = null
	for (const item of items) {
		if (item.type === 'BLOCK') {
			open = []
			const origin: Point = [numberIn(item, 10), numberIn(item, 20)]
			blocks.set(textIn(item, 2), { items: open, origin })
		} else if (item.type === 'ENDBLK') open = null
		else open?.push(item)
	}
	return blocks
}

/** In how many columns and rows a block is inserted. */
function arrayOf(item: Item): { readonly columns: number; readonly rows: number } {
	const count = (code: number) => Math.min(200, Math.max(1, Math.round(numberIn(item, code, 1))))
	return { columns: count(70), rows: count(71) }
}

/** Where a block is inserted: once, or in rows and columns. */
function placesOf(item: Item, [ox, oy]: Point): Affine[] {
	const [x, y] = [numberIn(item, 10), numberIn(item, 20)]
	const scale: Affine = [numberIn(item, 41, 1), 0, 0, numberIn(item, 42, 1), 0, 0]
	const turned = composeAffine(turnAbout([0, 0], (numberIn(item, 50) * Math.PI) / 180), scale)
	const { columns, rows } = arrayOf(item)
	return Array.from({ length: columns * rows }, (_, n) => {
		const step: Point = [
			(n % columns) * numberIn(item, 44),
			Math.floor(n / columns) * numberIn(item, 45),
		]
		const laid = composeAffine([1, 0, 0, 1, x + step[0], y + step[1]], turned)
		return composeAffine(laid, [1, 0, 0, 1, -ox, -oy])
	})
}

/** A polyline of the old kind, whose vertices follow it. */
function oldPolyline(item: Item, items: readonly Item[], from: number): Run | null {
	const flags = numberIn(item, 70)
	// Meshes and curves in space are none that a sheet could hold.
	if ((flags & (8 | 16 | 64)) !== 0) return null
	let end = from
	while (items[end]?.type === 'VERTEX') end++
	const vertices = items.slice(from, end).map(
		(vertex): Vertex => ({
			at: [numberIn(vertex, 10), numberIn(vertex, 20)],
			bulge: numberIn(vertex, 42),
		}),
	)
	return polyline(vertices, (flags & 1) === 1)
}

function unitOf(header: readonly Item[]): number | undefined {
	const [head] = header
	const at = head?.groups.findIndex(({ code, value }) => code === 9 && value === '$INSUNITS') ?? -1
	const code = Number(head?.groups[at + 1]?.value)
	return at >= 0 ? UNIT_MM[code] : undefined
}

/** A piece for each layer, on a sheet as large as the drawing. */
function sheetOf(
	layers: ReadonlyMap<string, readonly Run[]>,
	unitMm: number | undefined,
	tally: Tally,
): SvgDrawing {
	const points = [...layers.values()].flatMap((runs) => runs.flatMap(({ cubics }) => cubics.flat()))
	if (points.length === 0) return { width: 1000, height: 1000, pieces: [], skipped: tally.all() }
	const { minX, minY, maxX, maxY } = boxOf(points)
	const extent = Math.max(maxX - minX, maxY - minY) || 1
	if (!Number.isFinite(extent) || points.some((p) => !p.every(Number.isFinite)))
		throw new DxfSyntaxError('It holds numbers that are none.')
	const k = SHEET_PX / extent
	const place = ([x, y]: Point): Point => [(x - minX) * k, (maxY - y) * k]
	const pieces = [...layers].flatMap(([name, runs]): Piece[] => {
		const contours = joined(runs, extent * JOINED).map((run) => contourOf(run, place))
		return contours.length > 0 ? [newPiece(name === '0' ? 'Drawing' : name, contours)] : []
	})
	return {
		width: Math.max(1, (maxX - minX) * k),
		height: Math.max(1, (maxY - minY) * k),
		...(unitMm !== undefined && { mmPerPx: unitMm / k }),
		pieces,
		skipped: tally.all(),
	}
}

/** Runs that meet end to end as one, closed where they come back to their beginning. */
function joined(runs: readonly Run[], reach: number): Run[] {
	const done = runs.filter(({ closed }) => closed)
	const left = endsIndex(
		runs.filter(({ closed }) => !closed),
		reach,
	)
	for (const first of left.runs) {
		left.take(first)
		let cubics = [...first.cubics]
		for (const way of ['on', 'back'] as const) {
			if (way === 'back') cubics = reversed(cubics)
			for (;;) {
				const end = cubics.at(-1)?.[3]
				const next = end && left.near(end)
				if (!next) break
				left.take(next)
				const [begin] = next.cubics
				const meets = begin && distance(begin[0], end) <= reach
				for (const cubic of meets ? next.cubics : reversed(next.cubics)) cubics.push(cubic)
			}
		}
		const [a, b] = [cubics[0]?.[0], cubics.at(-1)?.[3]]
		const closed =
			a !== undefined && b !== undefined && cubics.length > 1 && distance(a, b) <= reach
		done.push({ cubics, closed })
	}
	return done
}

/** Runs by the squares that their ends lie in, until they are taken. */
function endsIndex(all: readonly Run[], reach: number) {
	const runs = new Set(all)
	const side = Math.max(reach * 4, 1e-12)
	const cells = new Map<string, Set<Run>>()
	const key = (x: number, y: number) => `${x},${y}`
	const cell = (v: number) => Math.floor(v / side)
	const endsOf = ({ cubics }: Run) =>
		[cubics[0]?.[0], cubics.at(-1)?.[3]].filter((end) => end !== undefined)
	const cellsOf = (run: Run) => endsOf(run).map(([x, y]) => key(cell(x), cell(y)))
	for (const run of all)
		for (const at of cellsOf(run)) {
			const own = cells.get(at)
			if (own) own.add(run)
			else cells.set(at, new Set([run]))
		}
	return {
		/** Those that are left. */
		runs,
		take(run: Run): void {
			runs.delete(run)
			for (const at of cellsOf(run)) cells.get(at)?.delete(run)
		},
		near(p: Point): Run | undefined {
			for (let dx = -1; dx <= 1; dx++)
				for (let dy = -1; dy <= 1; dy++)
					for (const run of cells.get(key(cell(p[0]) + dx, cell(p[1]) + dy)) ?? [])
						if (endsOf(run).some((end) => distance(end, p) <= reach)) return run
			return undefined
		},
	}
}

function reversed(cubics: readonly Cubic[]): Cubic[] {
	return cubics.toReversed().map(([a, b, c, d]): Cubic => [d, c, b, a])
}

function contourOf({ cubics, closed }: Run, place: (p: Point) => Point): Contour {
	const last = cubics.at(-1)
	const nodes = cubics.map(([at], n): PathNode => {
		const before = n > 0 ? cubics[n - 1] : closed ? last : undefined
		return nodeAt(at, before, cubics[n], place)
	})
	const ends = closed || !last ? [] : [nodeAt(last[3], last, undefined, place)]
	return inferKinds({ id: newId(), nodes: [...nodes, ...ends], closed })
}

function nodeAt(
	at: Point,
	before: Cubic | undefined,
	after: Cubic | undefined,
	place: (p: Point) => Point,
): PathNode {
	const into = before && !isStraight(before) ? { in: place(before[2]) } : {}
	const out = after && !isStraight(after) ? { out: place(after[1]) } : {}
	return { id: newId(), at: place(at), ...into, ...out, kind: 'cusp' }
}

function isStraight([a, b, c, d]: Cubic): boolean {
	const chord = distance(a, d)
	const off = (p: Point) =>
		Math.abs((d[0] - a[0]) * (p[1] - a[1]) - (d[1] - a[1]) * (p[0] - a[0])) / (chord || 1)
	return Math.max(off(b), off(c)) <= 1e-9 * Math.max(1, chord)
}
