/** The public face of the core: all that the interface, the command line and the bench may use. */

export {
	type DisplayItem,
	type DisplayShape,
	displayItem,
	displayList,
	OPEN_LINE_PX,
} from './artwork/displayList'
export { bridged, waysAcross } from './combine/bridges'
export type { Operation } from './combine/clip'
export { type CombineOptions, combine, combineAreas } from './combine/combine'
export { type Area, divide, type Region } from './combine/divide'
export { type Cap, type Join, type OffsetOptions, offset, outlineStroke } from './combine/offset'
export { resolveSelfCrossings, ruleDifference } from './combine/resolve'
export { seamless } from './combine/seamless'
export { isSelfCrossing } from './combine/selfCrossing'
export { trapped } from './combine/trapped'
export { contains, windingNumber } from './combine/winding'
export { type WindingRegion, windingRegions } from './combine/windingRegions'
export { curvatureVariation, type EaseOptions, ease } from './fit/ease'
export { type FitOptions, fitPolyline } from './fit/fitPolyline'
export { followSuggestion, type Suggestion, suggestionsFor } from './fit/suggestions'
export { type Thinned, type ThinOptions, thin } from './fit/thin'
export {
	type ThinPreview,
	type ThinSettings,
	type ThinTarget,
	thinOutlines,
} from './fit/thinOutlines'
export { type TradeOff, type TradeOffPoint, tradeOff } from './fit/tradeOff'
export { type ExportSummary, exportSummary } from './formats/exportSummary'
export { fileStem } from './formats/fileStem'
export {
	type Format,
	type FormatOption,
	type FormatSettings,
	groundOf,
	type PictureFormat,
	type PixelKind,
	startingSettings,
	type TextFormat,
} from './formats/format'
export { FORMATS } from './formats/formats'
export {
	type DrawnFile,
	dpiOf,
	filesOf,
	firstPage,
	type OutWish,
	pixelWidth,
	type WrittenFile,
} from './formats/outFiles'
export { type GivenPage, type Outgoing, outgoing } from './formats/outgoing'
export { buffersOf, type PackedContours, packContours, unpackContours } from './formats/packed'
export { mmPerPx, pointsPerPx } from './formats/pageSize'
export { withResolution } from './formats/resolution'
export { sheetJsonSteps, sheetToJson } from './formats/sheetJson'
export { isSoundChange, parseSheet, salvageSheet, soundChangeSteps } from './formats/sheetSchema'
export { isLater, SheetTorn } from './formats/sheetVersions'
export { type LeftOut, newTally, saysLeftOut } from './formats/svg/leftOut'
export { SvgSyntaxError } from './formats/svg/svgSyntaxError'
export { formatSvg, type SvgOptions } from './formats/svg/writeSvg'
export { sheetFormat, svgFormat } from './formats/svgFormats'
export { type Affine, applyAffine, composeAffine, IDENTITY, invertAffine } from './geometry/affine'
export {
	type Box,
	boxContains,
	boxCorners,
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
	pointAt,
	splitCubic,
} from './geometry/cubic'
export {
	formatLength,
	inPx,
	inUnit,
	LENGTH_DIGITS,
	LENGTH_UNITS,
	type LengthUnit,
	parseLength,
	pxPer,
	type Scale,
	unitInForce,
} from './geometry/lengths'
export { type Nearest, nearestOn } from './geometry/nearest'
export {
	type Placement,
	placementMap,
	readPlacement,
	scaleAbout,
	straighteningTurn,
	turnAbout,
} from './geometry/placement'
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
export { ringWinding, signedArea } from './geometry/polygon'
export { type Deviation, deviation } from './measure/deviation'
export { type ProfileSample, profileBetween } from './measure/profile'
export { showAllAgain, showAlone } from './path/alone'
export {
	alignNodes,
	centreOf,
	nodesOfKind,
	nodesWhere,
	resizeNodes,
	spaceNodes,
	transformNodes,
	withNeighbours,
} from './path/arrangeNodes'
export {
	alignPieces,
	distributePieces,
	duplicateOutline,
	duplicatePieces,
	type Edge,
	mirrorPieces,
	piecesBox,
	transformOutline,
	transformPieces,
} from './path/arrangePieces'
export { asSeen } from './path/bridges'
export { bringBack } from './path/bringBack'
export { closeSmoothly, fillAcross, joinByNearness } from './path/closing'
export {
	addBeneath,
	compoundPieces,
	partsOf,
	replacePieces,
	separatePiece,
	takeOutlines,
} from './path/compound'
export {
	boundsOf,
	contourBounds,
	contourHull,
	flattenContour,
	isFilled,
	isStraight,
	neighbours,
	nodeCount,
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
export { type DrawnPaint, drawnPiece, setDrawnIn } from './path/drawnPiece'
export {
	type Edit,
	findContour,
	findNode,
	findPiece,
	type NodePlace,
	nodesWith,
	piecesNear,
	piecesWith,
} from './path/edit'
export { indexBoxes } from './path/enclosing'
export {
	CannotJoin,
	endBeside,
	isEnd,
	type JoinProblem,
	joinEnds,
	type NearlyClosed,
	nearlyClosed,
	removeOpen,
	reverseOutline,
	setFirstNode,
	splitAt,
} from './path/ends'
export { figurePath } from './path/figures'
export { withFreshIds } from './path/freshIds'
export {
	drawnFrom,
	endsOf,
	gradientAcross,
	reversed,
	stopsFrom,
	withStop,
} from './path/gradientEdits'
export {
	ellipseMap,
	focusWithin,
	type Gradient,
	isGradient,
	type Pattern,
	type Radial,
	standIn,
	transformPaint,
} from './path/gradients'
export {
	groupPath,
	groupPieces,
	hideGroup,
	layOutermost,
	layPieces,
	lockGroup,
	piecesIn,
	renameGroup,
	type TreePlace,
	ungroup,
	wholeGroups,
	withFreshGroups,
} from './path/groups'
export { guarded, type Kept } from './path/guarded'
export {
	addGuides,
	changeGuides,
	evenGuides,
	MOST_GUIDES_AT_ONCE,
	moveGuide,
	newGuide,
	removeGuides,
} from './path/guides'
export { levelsOf } from './path/hex'
export { handleAngle, inferKinds, obeysKind } from './path/kinds'
export type { FontRef, HostRef, Lettering, Setting, ShapedText } from './path/lettering'
export { liftedAs, liftedMark } from './path/lifted'
export { mirrored, reflection, setMirror, weldMirror } from './path/mirror'
export {
	type Bridge,
	type Contour,
	emptySheet,
	FIGURES,
	type Figure,
	type FillRule,
	type Group,
	type Guide,
	INK,
	type Letterform,
	type LetterLine,
	type MirrorLine,
	NEUTRAL_TONE,
	NODE_KINDS,
	type NodeKind,
	newId,
	newPiece,
	type Paint,
	type PathNode,
	type Piece,
	type PlacedPhoto,
	type Sheet,
	type Stop,
	type Stroke,
	TABLE_OPERATIONS,
	type TableOperation,
	type Tone,
	type TraceLine,
} from './path/model'
export { type Nested, nestingOf, nestingSteps, type Role } from './path/nesting'
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
export { flawsOf, normalised } from './path/normalise'
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
export { operationOf, setOperation } from './path/operations'
export { outlinesOfNodes } from './path/outlinesOfNodes'
export {
	coloursUsed,
	fillEach,
	isOfLines,
	type PaintChange,
	type PaintOf,
	paintEach,
	paintOf,
	paintPieces,
	setBackground,
	swapPaints,
} from './path/paint'
export { PathSyntaxError, parsePathData } from './path/parsePathData'
export { difference, type Patch, patched } from './path/patch'
export { formatPathData, sketchPathData } from './path/pathData'
export { enlargeSheet, resizePhoto } from './path/photoSizes'
export {
	addPhoto,
	changePhoto,
	changeTone,
	FIRST_STRENGTH,
	firstPlace,
	mirrorPhoto,
	newPhoto,
	type Picture,
	photoAt,
	photoCorners,
	photoHolds,
	placementOf,
	placePhoto,
	removePhoto,
	reorderPhoto,
	replacePicture,
	transformPhoto,
	turnPhoto,
	upperLeft,
} from './path/photos'
export {
	addPieces,
	changePiece,
	piecesAbove,
	removeOutline,
	removePieces,
	reorderPiece,
	transformContour,
} from './path/pieces'
export { SHEET_REACH_PX } from './path/reach'
export { rehosted } from './path/rehosted'
export { removeNodes } from './path/remove'
export { replaceOutlines } from './path/replace'
export { changeLine, renameSheet, setLeft, setRealSize, setUnit } from './path/settings'
export {
	addExtrema,
	evenHandles,
	insertMiddles,
	levelHandles,
	makeFlat,
	mendCusp,
} from './path/shape'
export { artworkBox, fitSheetTo, photosBox, resizeSheet } from './path/sheetSize'
export {
	guideTargets,
	NOTHING_CAUGHT,
	nodeTargets,
	type Snapped,
	type SnapTargets,
	snapPoint,
} from './path/snap'
export { darkCasing, darkCasingOf, luminancesBeneath } from './photo/casing'
export { clippedShares } from './photo/histogram'
export type { LocalContrast, WindowInPhoto } from './photo/localContrast'
export { liesOnItsSide, uprightMap } from './photo/orientation'
export { type PictureHeader, readPictureHeader } from './photo/pictureHeader'
export { MAX_MEGAPIXELS, NotAPicture, PhotoTooLarge } from './photo/pictureProblems'
export type { Pixels } from './photo/pixels'
export { SMALL_PHOTO_PX } from './photo/resample'
export { isNeutral, toneCurve } from './photo/tone'
export { isDrillSheet } from './practice/drillIds'
