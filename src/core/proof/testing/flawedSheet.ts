import { composeAffine } from '../../geometry/affine'
import { turnAbout } from '../../geometry/placement'
import { segmentCount } from '../../path/contour'
import { inferKinds } from '../../path/kinds'
import { emptySheet, newPiece, type Piece, type Sheet } from '../../path/model'
import { insertNode } from '../../path/nodes'
import { parsePathData } from '../../path/parsePathData'
import { addPieces, transformContour } from '../../path/pieces'

/** Artwork with something to notice in it, for the laws that remedies keep. */

type Random = () => number

/** A sheet of a few pieces, turned and placed at random, each with flaws that people make. */
export function flawedSheet(random: Random): Sheet {
	const made = Array.from({ length: 3 }, (_, k) => {
		const make = MAKERS[Math.floor(random() * MAKERS.length)] ?? plate
		// Half of them lie level, as what is drawn mostly does.
		const angle = random() < 0.5 ? 0 : 2 * Math.PI * random()
		const place = composeAffine(
			[1, 0, 0, 1, 150 + 320 * k + 20 * random(), 150 + 40 * random()],
			turnAbout([0, 0], angle),
		)
		return make(random).map((piece) => ({
			...piece,
			contours: piece.contours.map((contour) => inferKinds(transformContour(contour, place))),
		}))
	})
	const sheet = addPieces(emptySheet('Flaws', 1000, 400), made.flat())
	return random() < 0.5 ? withNodes(sheet, random) : sheet
}

type Maker = (random: Random) => Piece[]

const piece = (d: string): Piece => newPiece('Piece', parsePathData(d))
const between = (random: Random, least: number, most: number) => least + (most - least) * random()
const f = (v: number) => v.toFixed(3)

const plate: Maker = (random) => {
	const [w, h] = [between(random, 60, 120), between(random, 60, 120)]
	return [piece(`M0 0H${f(w)}V${f(h)}H0Z`)]
}

/** Two plates with a gap between them that is straight, one higher than the other, or bent. */
const halves: Maker = (random) => {
	const [gap, w, h] = [between(random, 0.4, 1.8), between(random, 50, 90), between(random, 60, 110)]
	const [x, far] = [w + gap, 2 * w].map(f)
	if (random() < 0.5) {
		const low = between(random, -30, 30)
		return [piece(`M0 0H${f(w)}V${f(h)}H0Z`), piece(`M${x} ${f(low)}H${far}V${f(h + low)}H${x}Z`)]
	}
	const bulge = between(random, -20, 20)
	const [a, b] = [f(h / 3), f((2 * h) / 3)]
	return [
		piece(`M0 0H${f(w)}C${f(w + bulge)} ${a} ${f(w + bulge)} ${b} ${f(w)} ${f(h)}H0Z`),
		piece(
			`M${x} 0H${far}V${f(h)}H${x}C${f(w + gap + bulge)} ${b} ${f(w + gap + bulge)} ${a} ${x} 0Z`,
		),
	]
}

/** Two plates held together by a thin bar. */
const bar: Maker = (random) => {
	const [thick, y] = [between(random, 1, 3.8), between(random, 40, 80)]
	const [a, b] = [y - thick / 2, y + thick / 2].map(f)
	return [
		piece(
			`M0 0H60V${a}H${f(between(random, 80, 120))}V0H180V120H${f(between(random, 80, 120))}V${b}H60V120H0Z`,
		),
	]
}

const ringWithIsland: Maker = (random) => {
	const s = between(random, 10, 20)
	return [
		piece(
			`M0 0H120V120H0ZM20 20V100H100V20Z M${f(50 - s)} ${f(50 - s)}H${f(50 + s)}V${f(50 + s)}H${f(50 - s)}Z`,
		),
	]
}

const nearlyClosed: Maker = (random) => {
	const [dx, dy] = [between(random, -2.5, 2.5), between(random, -2.5, 2.5)]
	return random() < 0.5
		? [piece(`M0 0H100V100H0L${f(dx)} ${f(dy)}`)]
		: [piece(`M0 50C0 20 30 0 60 0S120 30 120 60S80 120 50 110L${f(dx)} ${f(50 + dy)}`)]
}

const open: Maker = (random) => [piece(`M0 0H${f(between(random, 60, 120))}V90`)]

const crossed: Maker = (random) => [
	piece(`M0 0L100 ${f(between(random, 80, 120))}H0L${f(between(random, 80, 120))} 0Z`),
]

const small: Maker = (random) => {
	const s = between(random, 2, 5.5)
	return [piece(`M0 0H100V100H0ZM40 40V${f(40 + s)}H${f(40 + s)}V40Z`)]
}

/** An oval whose nodes lie beside its outermost points. */
const oval: Maker = (random) => {
	const h = between(random, 60, 110)
	return [piece(`M0 ${f(h)}C20 ${f(-h / 2)} 100 ${f(-h / 2)} 120 ${f(h)}Z`)]
}

const joints: Maker = (random) => {
	const turn = between(random, 0.02, 0.4)
	const [c, s] = [Math.cos(turn), Math.sin(turn)]
	return [
		piece(`M0 80C20 40 40 30 80 30C${f(80 + 40 * c)} ${f(30 + 40 * s)} 150 60 160 100L80 140Z`),
	]
}

const longHandles: Maker = (random) => [
	piece(`M0 80C${f(between(random, 100, 180))} 0 ${f(between(random, -60, 0))} 0 100 80L50 140Z`),
]

const twice: Maker = () => [piece('M0 0H80V60H0Z'), piece('M80 60V0H0V60Z')]

const overlapping: Maker = (random) => {
	const x = between(random, 30, 80)
	return [
		piece('M0 0H100V80H0Z'),
		random() < 0.5
			? piece(`M${f(x)} 20H150V60H${f(x)}Z`)
			: piece(`M${f(x)} 20C${f(x + 60)} 0 ${f(x + 60)} 100 ${f(x)} 60Z`),
	]
}

const lines: Maker = (random) => {
	const one = piece('M0 0H100V80')
	const stroke = { paint: one.fill, width: between(random, 2, 8) }
	return random() < 0.5
		? [{ ...one, fill: { kind: 'none' }, stroke }]
		: [{ ...piece('M0 0H100V80H0Z'), stroke }]
}

const MAKERS: readonly Maker[] = [
	plate,
	halves,
	halves,
	bar,
	ringWithIsland,
	nearlyClosed,
	open,
	crossed,
	small,
	oval,
	joints,
	longHandles,
	twice,
	overlapping,
	lines,
]

/** Nodes that nobody needs, some of them a hair beside others. */
function withNodes(sheet: Sheet, random: Random): Sheet {
	return sheet.pieces.reduce((now, { contours }) => {
		const contour = contours[0]
		if (!contour) return now
		const index = Math.floor(random() * segmentCount(contour))
		const t = random() < 0.4 ? 0.0005 : between(random, 0.2, 0.8)
		return insertNode(now, contour.id, index, t).sheet
	}, sheet)
}
