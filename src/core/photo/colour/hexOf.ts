import { formatHex, modeOklab, modeRgb, useMode as withMode } from 'culori/fn'
import { CHROMA, SCALE } from '../colours'

withMode(modeRgb)
withMode(modeOklab)

/** A colour as `coloursOf` gives it, as `#rrggbb`; what sRGB cannot show is brought to its border. */
export function hexOf(lightness: number, a: number, b: number): string {
	return formatHex({
		mode: 'oklab',
		l: lightness / SCALE,
		a: a / (SCALE * CHROMA),
		b: b / (SCALE * CHROMA),
	})
}
