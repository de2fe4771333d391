/** The core's face for outlines that follow others: it comes when that is asked for. */

export { goAlongEdge, type OutlinePlace, placeOn } from './path/goAlong'
