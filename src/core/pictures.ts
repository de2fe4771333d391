/** The core's third face: what is computed from a photo's pixels, in workers. */

export { chooseTone } from './photo/chooseTone'
export { drawEdges, EDGE_SIGMA_PX, type EdgeField, edgeField } from './photo/edges'
export { histogram, partingLevel, percentileLevel } from './photo/histogram'
export { lineColour } from './photo/lineColour'
export { measureLocalContrast } from './photo/localContrast'
export { enlarge } from './photo/resample'
export { applyTone } from './photo/tone'
