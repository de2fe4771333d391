/** The core's third face: what is computed from a photo's pixels, in workers. */

export { chooseTone } from './photo/chooseTone'
export { drawEdges } from './photo/edge/drawEdges'
export { type EdgeProfile, edgeDeviation } from './photo/edge/edgeDeviation'
export { type EdgeField, edgeField, emptyField, makeTile, tileGround } from './photo/edge/edgeField'
export { type FittedToEdges, fitToEdges } from './photo/edge/fitToEdges'
export { followEdge } from './photo/edge/followEdge'
export { type EdgePlace, snapToEdge } from './photo/edge/snapToEdge'
export { histogram, partingLevel, percentileLevel } from './photo/histogram'
export { lineColour } from './photo/lineColour'
export { measureLocalContrast } from './photo/localContrast'
export { enlarge } from './photo/resample'
export { applyTone } from './photo/tone'
