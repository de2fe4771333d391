import type { SetWords, WordsWish } from '@/core/drawings'
import { fontChosen } from './fontChoice'
import { letters, opened } from './openFonts'

/** What sets words in the fonts that come with Skiagram, those that are wished for opened. */
export async function setterFor(wishes: readonly WordsWish[]): Promise<SetWords> {
	const keyOf = (wish: WordsWish) => {
		const { font, weight } = fontChosen(wish)
		return `${font.id} ${weight ?? ''}`
	}
	const chosen = new Map(wishes.map((wish) => [keyOf(wish), fontChosen(wish)]))
	const { shapeText } = await letters()
	const fonts = new Map(
		await Promise.all(
			[...chosen].map(async ([key, { font, weight }]) => {
				const asked = { id: font.id, ...(weight !== undefined && { weight }) }
				return [key, await opened(asked, null)] as const
			}),
		),
	)
	return (wish) => {
		const { font, weight, standsIn } = fontChosen(wish)
		const there = fonts.get(keyOf(wish))
		if (!there) return null
		return {
			font: {
				id: font.id,
				family: font.family,
				style: font.style,
				...(weight !== undefined && { weight }),
			},
			shaped: shapeText(there, wish.text, { ligatures: wish.ligatures }),
			standsIn,
		}
	}
}
