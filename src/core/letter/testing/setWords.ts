import type { SetWords } from '../../formats/svg/reader'
import { shapeText } from '../shapeText'
import { type FontName, fontNamed } from './fonts'

/** The weight of fonts whose weight varies. */
const PLAIN = 400

/** Sets words in some fonts by their names, the first standing in for all others. */
export async function wordsSetIn(...names: FontName[]): Promise<SetWords> {
	const fonts = await Promise.all(
		names.map(async (name) => [name, await fontNamed(name, PLAIN)] as const),
	)
	return ({ families, text, ligatures }) => {
		const found = fonts.find(([name, { says }]) =>
			families.some((one) =>
				[name, says.family].some((own) => own.toLowerCase() === one.toLowerCase()),
			),
		)
		const [id, font] = found ?? fonts[0] ?? []
		if (!id || !font) return null
		return {
			font: { id, family: font.says.family, style: font.says.style },
			shaped: shapeText(font, text, { ligatures }),
			standsIn: !found,
		}
	}
}
