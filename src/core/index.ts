/** The public face of the core: all that the interface, the command line and the bench may use. */

export { formatPathData, PathSyntaxError, parsePathData, sketchPathData } from './formats/pathData'
export { parseSheet } from './formats/sheetSchema'
export { SvgSyntaxError } from './formats/svgSyntaxError'
export {
	type ExportSummary,
	exportSummary,
	formatSvg,
	OPEN_LINE_PX,
	type SvgOptions,
} from './formats/svgWrite'
export { type Affine, applyAffine, composeAffine, IDENTITY, invertAffine } from './geometry/affine'
export {
	type Box,
	boxContains,
	boxesTouch,
	boxOf,
	EMPTY_BOX,
	growBox,
	joinBoxes,
} from './geometry/box'
export {
	arcLength,
	type Cubic,
	cubicBounds,
	derivativeAt,
	extrema,
	flattenCubic,
	nearestOn,
	pointAt,
	splitCubic,
} from './geometry/cubic'
export {
	add,
	angleOf,
	cross,
	distance,
	dot,
	length,
	mix,
	type Point,
	perpendicular,
	polar,
	samePoint,
	scale,
	snapAngle,
	subtract,
	unit,
} from './geometry/point'
export { signedArea, windingNumber } from './geometry/polygon'
export {
	contourBounds,
	contourHull,
	flattenContour,
	isStraight,
	neighbours,
	reverseContour,
	type Segment,
	segmentCount,
	segmentCubic,
	segments,
} from './path/contour'
export {
	appendNode,
	beginOutline,
	closeOutline,
	type Drawn,
	dropLoneNode,
	leaveStraight,
	pickUpOutline,
	pullClosingHandle,
	pullHandles,
	takeBackNode,
} from './path/draw'
export { type Edit, findContour, findNode, type NodePlace, nodesWith } from './path/edit'
export { handleAngle, inferKinds, obeysKind } from './path/kinds'
export {
	type Contour,
	emptySheet,
	type FillRule,
	INK,
	type NodeKind,
	newId,
	newPiece,
	type Paint,
	type PathNode,
	type Piece,
	type PlacedPhoto,
	type Sheet,
	type Stroke,
} from './path/model'
export {
	bendSegment,
	type HandleSide,
	insertNode,
	moveHandle,
	moveNodes,
	placeNode,
	retractHandle,
	setKind,
} from './path/nodes'
export {
	CannotCut,
	type CutProblem,
	type Cuttable,
	cutOpening,
	cuttable,
	hostOf,
	isInside,
	openingsOf,
	releaseOpening,
} from './path/openings'
export {
	addPhoto,
	addPieces,
	changePhoto,
	changePiece,
	removeOutline,
	removePieces,
	renameSheet,
	reorderPiece,
	transformContour,
} from './path/pieces'
export { removeNodes } from './path/remove'
export { readPictureHeader } from './photo/pictureHeader'
export { MAX_MEGAPIXELS, NotAPicture, PhotoTooLarge } from './photo/pictureProblems'
