/** The core's third face: what is computed from a photo's pixels, in workers. */

export { type Again, type SameAgainOptions, sameAgain } from './photo/again/sameAgain'
export { chooseTone } from './photo/chooseTone'
export { palette, type Swatch } from './photo/colour/palette'
export { type PhotoColourOptions, photoColour } from './photo/colour/photoColour'
export { type FittedGradient, photoGradient } from './photo/colour/photoGradient'
export { type ColourMove, type SnappedColours, snapColours } from './photo/colour/snapColours'
export { type ToneOptions, type ToneRegion, toneRegions } from './photo/colour/toneRegions'
export { coverageOf } from './photo/cutOut/coverage'
export {
	type Backdrop,
	type CutOutOptions,
	cutOut,
	laidOn,
	maskOf,
	type Shadow,
} from './photo/cutOut/cutOut'
export { type BendOptions, type BentToEdges, bendToEdges } from './photo/edge/bendToEdges'
export { drawEdges } from './photo/edge/drawEdges'
export { type EdgeProfile, edgeDeviation } from './photo/edge/edgeDeviation'
export {
	type EdgeField,
	type EdgeTile,
	edgeField,
	emptyField,
	makeTile,
	TILE_PX,
	tileGround,
} from './photo/edge/edgeField'
export type { FitToEdgesOptions } from './photo/edge/fitOptions'
export { type FittedToEdges, fitToEdges } from './photo/edge/fitToEdges'
export { type FollowOptions, followEdge } from './photo/edge/followEdge'
export { outlinesOnSheet } from './photo/edge/outlinesOnSheet'
export { type EdgePlace, type SnapOptions, snapToEdge } from './photo/edge/snapToEdge'
export { histogram, partingLevel, percentileLevel } from './photo/histogram'
export { type Dab, type LiftHint, NothingToLift, type Stroke } from './photo/lift/hint'
export { type ByColourOptions, colourAt, liftByColour } from './photo/lift/liftByColour'
export { type Lifted, type Lifting, type LiftOptions, liftingFrom } from './photo/lift/lifting'
export { liftObject } from './photo/lift/liftObject'
export { rehearseLifting } from './photo/lift/rehearsal'
export { lineColour } from './photo/lineColour'
export { measureLocalContrast } from './photo/localContrast'
export { enlarge } from './photo/resample'
export { applyTone } from './photo/tone'
