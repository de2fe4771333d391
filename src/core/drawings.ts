/** The core's second face, loaded when a drawing is read: its parsers would weigh on every first load. */

export { readSvg, type SvgDrawing } from './formats/svgRead'
