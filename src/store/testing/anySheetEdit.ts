import {
	addGuides,
	addPhoto,
	addPieces,
	CannotCut,
	type Contour,
	changeGuides,
	changeLine,
	changePhoto,
	changePiece,
	changeTone,
	combine,
	compoundPieces,
	cutOpening,
	type Edit,
	gradientAcross,
	groupPieces,
	hideGroup,
	isFilled,
	liftedMark,
	lockGroup,
	moveGuide,
	newGuide,
	newPhoto,
	newPiece,
	openingsOf,
	type Paint,
	paintPieces,
	parsePathData,
	piecesBox,
	placePhoto,
	releaseOpening,
	removeGuides,
	removePhoto,
	removePieces,
	renameGroup,
	renameSheet,
	reorderPiece,
	replacePieces,
	resizeSheet,
	type Sheet,
	separatePiece,
	setBackground,
	setMirror,
	setRealSize,
	setUnit,
	swapPaints,
	takeOutlines,
	thin,
	ungroup,
} from '@/core'
import { anyEdit } from '@/core/path/testing/anyEdit'

/** Sheets do not grow beyond this in a long run of edits. */
const MOST_PIECES = 12
const MOST_NODES = 400
const OPERATIONS = ['cut-out', 'merge', 'overlap', 'exclude'] as const

/** One random edit of anything that a sheet holds; every other one is of outlines. */
export function anySheetEdit(sheet: Sheet, random: () => number): Sheet {
	if (random() < 0.5) return anyEdit(sheet, random)
	const pick = <T>(all: readonly T[]): T | undefined => all[Math.floor(random() * all.length)]
	const edit = pick(Object.values(EDITS))
	const edited = edit?.(random, pick)(sheet) ?? sheet
	const nodes = edited.pieces.flatMap(({ contours }) => contours.flatMap((c) => c.nodes)).length
	return edited.pieces.length > MOST_PIECES || nodes > MOST_NODES ? sheet : edited
}

type Pick = <T>(all: readonly T[]) => T | undefined
type AnyEdit = (random: () => number, pick: Pick) => Edit

/** An edit of some piece; none where there is no piece. */
const ofPiece =
	(
		edit: (sheet: Sheet, piece: Sheet['pieces'][number], random: () => number, pick: Pick) => Sheet,
	): AnyEdit =>
	(random, pick) =>
	(sheet) => {
		const piece = pick(sheet.pieces)
		return piece ? edit(sheet, piece, random, pick) : sheet
	}

/** An edit of some pieces; none where there are none. */
const ofSome =
	(
		edit: (sheet: Sheet, ids: ReadonlySet<string>, random: () => number, pick: Pick) => Sheet,
	): AnyEdit =>
	(random, pick) =>
	(sheet) => {
		const ids = new Set(sheet.pieces.filter(() => random() < 0.4).map(({ id }) => id))
		return ids.size > 0 ? edit(sheet, ids, random, pick) : sheet
	}

/** An edit of some group; none where there is none. */
const ofGroup =
	(edit: (sheet: Sheet, id: string, random: () => number) => Sheet): AnyEdit =>
	(random, pick) =>
	(sheet) => {
		const group = pick(sheet.groups ?? [])
		return group ? edit(sheet, group.id, random) : sheet
	}

const ofPhoto =
	(edit: (sheet: Sheet, id: string, random: () => number) => Sheet): AnyEdit =>
	(random, pick) =>
	(sheet) => {
		const photo = pick(sheet.photos)
		return photo ? edit(sheet, photo.id, random) : sheet
	}

const name = (random: () => number) => `Name ${Math.floor(random() * 1000)}`

const colour = (random: () => number): Paint => ({
	kind: 'solid',
	colour: `#${Math.floor(random() * 0xffffff)
		.toString(16)
		.padStart(6, '0')}`,
})

const box = (random: () => number): Contour[] => {
	const [x, y, w, h] = Array.from({ length: 4 }, () => Math.round(random() * 300 + 20))
	return parsePathData(`M${x} ${y}h${w}v${h}h-${w}Z`)
}

const EDITS: Readonly<Record<string, AnyEdit>> = {
	paint: ofSome((sheet, ids, random) => paintPieces(sheet, ids, { fill: colour(random) })),
	stroke: ofSome((sheet, ids, random) =>
		paintPieces(sheet, ids, { stroke: { paint: colour(random), width: 1 + 9 * random() } }),
	),
	gradient: ofSome((sheet, ids, random) => {
		const around = piecesBox(sheet.pieces.filter(({ id }) => ids.has(id)))
		if (!around) return sheet
		return paintPieces(sheet, ids, {
			fill: gradientAcross(random() < 0.5 ? 'linear' : 'radial', around, [
				{ at: 0, colour: '#112233', alpha: 1 },
				{ at: 1, colour: '#ddeeff', alpha: random() },
			]),
		})
	}),
	swap: ofSome((sheet, ids) => swapPaints(sheet, ids)),
	background: (random) => (sheet) => setBackground(sheet, colour(random)),
	group: ofSome((sheet, ids, random) => groupPieces(sheet, ids, name(random))),
	ungroup: ofGroup((sheet, id) => ungroup(sheet, id)),
	groupName: ofGroup((sheet, id, random) => renameGroup(sheet, id, name(random))),
	groupHidden: ofGroup((sheet, id, random) => hideGroup(sheet, id, random() < 0.5)),
	groupLocked: ofGroup((sheet, id, random) => lockGroup(sheet, id, random() < 0.3)),
	pieceName: ofPiece((sheet, { id }, random) => changePiece(sheet, id, { name: name(random) })),
	pieceHidden: ofPiece((sheet, { id }, random) =>
		changePiece(sheet, id, { hidden: random() < 0.4, locked: random() < 0.2 }),
	),
	order: ofPiece((sheet, { id }, random) =>
		reorderPiece(sheet, id, Math.floor(random() * sheet.pieces.length)),
	),
	remove: ofPiece((sheet, { id }) =>
		sheet.pieces.length > 2 ? removePieces(sheet, new Set([id])) : sheet,
	),
	photo: (random) => (sheet) =>
		addPhoto(
			sheet,
			newPhoto({ blob: `b${Math.floor(random() * 9)}`, name: 'Photo', width: 40, height: 30 }),
		),
	photoGone: ofPhoto((sheet, id) => removePhoto(sheet, id)),
	photoStrength: ofPhoto((sheet, id, random) =>
		changePhoto(sheet, id, { strength: random(), hidden: random() < 0.5 }),
	),
	photoTone: ofPhoto((sheet, id, random) =>
		changeTone(sheet, id, { midtone: 0.2 + 0.6 * random() }),
	),
	photoPlace: ofPhoto((sheet, id, random) => placePhoto(sheet, id, { turn: 6 * random() })),
	guide: (random) => (sheet) =>
		addGuides(sheet, [newGuide(random() < 0.5 ? 'x' : 'y', 300 * random())]),
	guideMoved: (random, pick) => (sheet) => {
		const guide = pick(sheet.guides)
		return guide ? moveGuide(sheet, guide.id, 300 * random()) : sheet
	},
	guidesGone: () => (sheet) => removeGuides(sheet),
	guidesHidden: (random) => (sheet) => changeGuides(sheet, { guidesHidden: random() < 0.5 }),
	mirror: (random) => (sheet) =>
		setMirror(sheet, { from: [90 * random(), 0], to: [90 * random(), 90] }),
	line: (random) => (sheet) => changeLine(sheet, { strength: random() }),
	unit: (random) => (sheet) => setUnit(setRealSize(sheet, 0.1 + random()), 'mm'),
	size: (random) => (sheet) =>
		resizeSheet(sheet, { width: 100 + 400 * random(), height: 100 + 400 * random() }),
	sheetName: (random) => (sheet) => renameSheet(sheet, name(random)),
	combine: ofPiece((sheet, piece, random, pick) =>
		takeOutlines(
			sheet,
			piece.id,
			combine(pick(OPERATIONS) ?? 'merge', piece.contours.filter(isFilled), box(random)),
		),
	),
	thin: ofPiece((sheet, piece) =>
		takeOutlines(
			sheet,
			piece.id,
			piece.contours.map((contour) => thin(contour, { tolerance: 2 }).contour),
			{ openToo: true },
		),
	),
	/** As Lift lays down what it found. */
	lift: (random) => (sheet) => {
		const around = { minX: 0, minY: 0, maxX: 300, maxY: 300 }
		const dab = { side: 'inside', points: [[9, 9]], radius: 4 } as const
		const found = newPiece(name(random), [...box(random), ...box(random)])
		return addPieces(sheet, [liftedMark(found, { round: { box: around }, dabs: [dab] })])
	},
	liftAnew: ofPiece((sheet, piece, random) =>
		replacePieces(sheet, new Set([piece.id]), [{ ...piece, contours: box(random) }]),
	),
	cut: ofPiece((sheet, piece, _, pick) => {
		const outline = pick(piece.contours)
		try {
			return outline ? cutOpening(sheet, outline.id) : sheet
		} catch (error) {
			if (error instanceof CannotCut) return sheet
			throw error
		}
	}),
	release: ofPiece((sheet, piece, random, pick) => {
		const opening = pick(openingsOf(piece))
		return opening ? releaseOpening(sheet, opening.id, name(random)) : sheet
	}),
	compound: ofSome((sheet, ids) => compoundPieces(sheet, ids)),
	separate: ofPiece((sheet, { id }) => separatePiece(sheet, id, () => 'Part')),
}
