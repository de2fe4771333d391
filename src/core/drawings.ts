/** The core's second face, loaded when a drawing is read: its parsers would weigh on every first load. */

export { decodeSvg } from './formats/svg/decodeSvg'
export { readSvg, type SvgDrawing } from './formats/svg/readSvg'
