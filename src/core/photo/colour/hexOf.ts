import { formatHex } from 'culori'
import { CHROMA, SCALE } from '../colours'

/** A colour as `coloursOf` gives it, as `#rrggbb`; what sRGB cannot show is brought to its border. */
export function hexOf(lightness: number, a: number, b: number): string {
	return formatHex({
		mode: 'oklab',
		l: lightness / SCALE,
		a: a / (SCALE * CHROMA),
		b: b / (SCALE * CHROMA),
	})
}
