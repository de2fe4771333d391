import type { Sheet } from '../../path/model'
import { mmPerPx } from '../pageSize'
import { formatSvg } from '../svg/writeSvg'
import type { TileOptions } from './papers'
import { tilingOf } from './tiles'

/** The sheet as it is cut up into pages, each by its name: a picture to look at before they are printed. */
export function planSvg(sheet: Sheet, options: TileOptions): string {
	const { tiles, overlap } = tilingOf(sheet, options)
	const [first, last] = [tiles[0]?.area, tiles.at(-1)?.area]
	if (!first || !last) return formatSvg(sheet)
	const view = [first.minX, first.minY, last.maxX - first.minX, last.maxY - first.minY]
	const line = Math.max(view[2] ?? 1, view[3] ?? 1) / 180
	const shift = overlap / mmPerPx(sheet)
	const pages = tiles.map(({ area, name, empty }) => {
		const size = `width="${area.maxX - area.minX}" height="${area.maxY - area.minY}"`
		const box = `<rect x="${area.minX}" y="${area.minY}" ${size}`
		if (empty) return `${box} fill="#22272e" fill-opacity="0.12"/>`
		const text = `<text x="${area.minX + shift + 3 * line}" y="${area.minY + shift + 13 * line}" font-size="${12 * line}" font-family="Figtree, sans-serif" fill="#0e7466">${name}</text>`
		return `${box} fill="none" stroke="#0e7466" stroke-width="${line}"/>${text}`
	})
	const paper = `<rect x="${view[0]}" y="${view[1]}" width="${view[2]}" height="${view[3]}" fill="#ffffff"/>`
	return formatSvg(sheet, { units: 'px', words: false })
		.replace(/(<svg[^>]*>)/, `$1${paper}`)
		.replace(
			/width="[^"]*" height="[^"]*" viewBox="[^"]*"/,
			`width="${view[2]}" height="${view[3]}" viewBox="${view.join(' ')}"`,
		)
		.replace('</svg>', `${pages.join('\n')}\n</svg>`)
}
