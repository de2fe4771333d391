import { readFileSync } from 'node:fs'
import type { HostRef, Lettering, Setting } from '../../path/lettering'
import type { Contour } from '../../path/model'
import { type OpenFont, openFont } from '../openFont'
import { shapeText } from '../shapeText'

const FILES = {
	figtree: ['@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2'],
	leaning: ['@fontsource-variable/figtree/files/figtree-latin-wght-italic.woff2'],
	rye: ['@fontsource/rye/files/rye-latin-400-normal.woff2'],
	abril: ['@fontsource/abril-fatface/files/abril-fatface-latin-400-normal.woff2'],
	lobster: ['@fontsource/lobster/files/lobster-latin-400-normal.woff2'],
	stardos: ['@fontsource/stardos-stencil/files/stardos-stencil-latin-400-normal.woff2'],
	amiri: [
		'@fontsource/amiri/files/amiri-arabic-400-normal.woff2',
		'@fontsource/amiri/files/amiri-latin-400-normal.woff2',
	],
} as const

export type FontName = keyof typeof FILES

const opened = new Map<string, Promise<OpenFont>>()

/** The bytes of a font's files, as its package has them. */
export function fontFiles(name: FontName): Buffer[] {
	return FILES[name].map((file) => readFileSync(`node_modules/${file}`))
}

/** One of the fonts that come with the application, opened. */
export function fontNamed(name: FontName, weight?: number): Promise<OpenFont> {
	const key = `${name} ${weight}`
	const known = opened.get(key) ?? openFont(fontFiles(name), weight)
	opened.set(key, known)
	return known
}

/** Words set in a font, 100 px to the em. */
export async function wordsIn(
	name: FontName,
	text: string,
	setting: Setting = FREE,
	more: Partial<Lettering> = {},
): Promise<Lettering> {
	const shaped = shapeText(await fontNamed(name, more.font?.weight), text, {
		ligatures: !more.spacing,
	})
	return {
		text,
		font: { id: name, family: name, style: 'Regular' },
		size: 100,
		spacing: 0,
		leading: 1.2,
		align: 'left',
		setting,
		shaped,
		...more,
	}
}

/** From the sheet's origin. */
export const FREE: Setting = { kind: 'free', place: [1, 0, 0, 1, 0, 0] }

/** Along an outline, from its beginning. */
export function alongOf(
	contour: Contour,
	more: Partial<Setting & { kind: 'along' }> = {},
): Setting & { kind: 'along' } {
	return {
		kind: 'along',
		piece: 'host',
		contour: contour.id,
		start: 0,
		offset: 0,
		reversed: false,
		under: false,
		upright: false,
		fit: 'none',
		...more,
	}
}

/** Finds outlines among some by their ids. */
export function among(...contours: readonly Contour[]) {
	return ({ contour }: HostRef) => contours.find(({ id }) => id === contour)
}
