import type { Point } from '../../geometry/point'
import { type PathWords, plainNumber } from '../pathWords'

const DIGITS = 4
const at = ([x, y]: Point) => `${plainNumber(x, DIGITS)} ${plainNumber(y, DIGITS)}`

export const PDF_WORDS: PathWords = {
	move: (to) => `${at(to)} m`,
	line: (to) => `${at(to)} l`,
	curve: (c1, c2, to) => `${at(c1)} ${at(c2)} ${at(to)} c`,
	close: 'h',
}
