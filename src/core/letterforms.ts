/** The core's face for letters traced from photos: the lines they stand on, what they are made of, what is uneven. */
export { type LetterMeasures, letterMeasures } from './letterform/measures'
export { type LinesRead, readLetterLines } from './letterform/readLines'
export { STROKES, type StrokeKind } from './letterform/strokes'
export {
	type LinesLaid,
	letterHeight,
	letterLinesOf,
	setLetterform,
	setLetterLines,
} from './path/letterLines'
