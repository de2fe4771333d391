/** The core's fourth face: fitting, loaded when a hand first draws freely. */

export { fitPolyline } from './fit/fitPolyline'
export { spliced } from './fit/spliced'
