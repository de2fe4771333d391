/** The core's second face, loaded when a drawing is read: its parsers would weigh on every first load. */

export { DxfSyntaxError, isDxf } from './formats/dxf/groups'
export { readDxf } from './formats/dxf/readDxf'
export { decodeSvg } from './formats/svg/decodeSvg'
export type { SetWords, WordsSet, WordsWish } from './formats/svg/reader'
export { type DrawnPicture, readSvg, type SvgDrawing } from './formats/svg/readSvg'
export {
	type CarriedPhoto,
	formatSheetFile,
	type ReadSheetFile,
	readSheetFile,
} from './formats/svg/sheetFile'
