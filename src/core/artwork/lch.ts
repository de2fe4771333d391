import {
	clampChroma,
	formatHex,
	modeLch,
	modeOklab,
	modeOklch,
	modeRgb,
	parse,
	useMode as withMode,
} from 'culori/fn'

const rgb = withMode(modeRgb)
const oklch = withMode(modeOklch)
withMode(modeOklab)
withMode(modeLch)

/** A colour as one sets it: by eye the same step anywhere looks the same (Ottosson, *OKLCH*, 2020). */
export interface Lch {
	/** Lightness, 0 black to 100 white. */
	readonly l: number
	/** Chroma, 0 grey to about 32. */
	readonly c: number
	/** Hue, degrees; 0 where there is none. */
	readonly h: number
}

/** @param hex `#rrggbb` */
export function lchOf(hex: string): Lch {
	const { l = 0, c = 0, h = 0 } = oklch(parse(hex)) ?? {}
	return { l: 100 * l, c: 100 * c, h: c < GREY ? 0 : h }
}

/** Less chroma than this has no hue. */
const GREY = 1e-4

/** The colour as `#rrggbb`; where a screen cannot show so much chroma, with as much as it can. */
export function hexOfLch({ l, c, h }: Lch): string {
	const within = { mode: 'oklch', l: l / 100, c: Math.max(0, c / 100), h } as const
	const { r, g, b } = rgb(within)
	const shows = [r, g, b].every((v) => v > -HALF_LEVEL && v < 1 + HALF_LEVEL)
	return formatHex(shows ? within : clampChroma(within, 'oklch'))
}

/** What is rounded away beyond the least and the most that a screen shows. */
const HALF_LEVEL = 0.5 / 255

/** How far apart two colours are in OKLab, in just noticeable differences. */
export function colourDifference(a: string, b: string): number {
	const [p, q] = [lchOf(a), lchOf(b)]
	const turn = ((p.h - q.h) * Math.PI) / 180
	const chroma = p.c * p.c + q.c * q.c - 2 * p.c * q.c * Math.cos(turn)
	return Math.sqrt((p.l - q.l) ** 2 + Math.max(0, chroma)) / NOTICEABLE
}

/** As lightness counts, 0 to 100. */
const NOTICEABLE = 2

/** What was typed as a colour, as `#rrggbb`: three or six hex digits, with or without `#`; `null` where it is none. */
export function typedHex(text: string): string | null {
	const digits = /^\s*#?([\da-f]{3}|[\da-f]{6})\s*$/i.exec(text)?.[1]?.toLowerCase()
	if (!digits) return null
	return `#${digits.length === 3 ? digits.replace(/./g, '$&$&') : digits}`
}

/** The mean of colours, each by its share, as screens mix them. */
export function meanColour(
	colours: readonly { readonly colour: string; readonly share: number }[],
): string {
	const whole = colours.reduce((sum, { share }) => sum + share, 0) || 1
	const mean = (of: 'r' | 'g' | 'b') =>
		colours.reduce((sum, { colour, share }) => sum + (share / whole) * (rgb(colour)?.[of] ?? 0), 0)
	return formatHex({ mode: 'rgb', r: mean('r'), g: mean('g'), b: mean('b') })
}
