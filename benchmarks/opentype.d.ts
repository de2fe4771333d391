/** The little of opentype.js that reads the outlines of glyphs. */
declare module 'opentype.js' {
	export interface PathCommand {
		type: 'M' | 'L' | 'C' | 'Q' | 'Z'
		x: number
		y: number
		x1: number
		y1: number
		x2: number
		y2: number
	}
	interface Font {
		charToGlyph(character: string): {
			getPath(x: number, y: number, size: number): { commands: PathCommand[] }
		}
	}
	const opentype: { parse(buffer: ArrayBuffer): Font }
	export default opentype
}
