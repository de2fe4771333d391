import type { Contour, Paint, Piece, Sheet } from '../path/model'
import { openingsOf } from '../path/openings'
import { formatPathData } from './pathData'

export interface SvgOptions {
	/** Decimals of a pixel that are written. */
	readonly digits?: number
	/** Only these pieces; all that show where absent. */
	readonly only?: ReadonlySet<string>
}

/** Width of the line that stands for an open outline, px. */
export const OPEN_LINE_PX = 1

/**
 * The sheet's artwork as an SVG document, in px of the photo, and as large as it really is where
 * that was measured. A piece is one `path` with
 * its openings and its fill rule; open outlines are written as lines, unfilled, in the same group.
 */
export function formatSvg(sheet: Sheet, o: SvgOptions = {}): string {
	const pieces = sheet.pieces.filter((p) => (o.only ? o.only.has(p.id) : !p.hidden))
	const { width, height } = sheet
	return [
		'<?xml version="1.0" encoding="UTF-8"?>',
		`<svg xmlns="http://www.w3.org/2000/svg" width="${size(width, sheet)}" height="${size(height, sheet)}" viewBox="0 0 ${width} ${height}">`,
		`\t<title>${escapeXml(sheet.name)}</title>`,
		...pieces.map((piece) => pieceElement(piece, o.digits ?? 3)),
		'</svg>',
		'',
	].join('\n')
}

function size(px: number, { mmPerPx }: Sheet): string {
	return mmPerPx === undefined ? `${px}px` : `${Number((px * mmPerPx).toFixed(4))}mm`
}

function pieceElement(piece: Piece, digits: number): string {
	const closed = piece.contours.filter((c) => c.closed)
	const open = piece.contours.filter((c) => !c.closed && c.nodes.length > 1)
	const paths = [
		closed.length > 0 && pathElement(closed, digits, piece.fill, piece),
		open.length > 0 && openElement(open, digits, piece),
	].filter((p) => p !== false)
	const opacity = piece.opacity < 1 ? ` opacity="${piece.opacity}"` : ''
	return [
		`\t<g id="${escapeXml(piece.id)}"${opacity}>`,
		`\t\t<title>${escapeXml(piece.name)}</title>`,
		...paths.map((p) => `\t\t${p}`),
		'\t</g>',
	].join('\n')
}

function pathElement(
	contours: readonly Contour[],
	digits: number,
	fill: Paint,
	piece: Piece,
): string {
	const rule = piece.fillRule === 'evenodd' ? ' fill-rule="evenodd"' : ''
	const stroke =
		piece.stroke.paint.kind === 'none'
			? ''
			: ` stroke="${paintValue(piece.stroke.paint)}" stroke-width="${piece.stroke.width}"`
	return `<path fill="${paintValue(fill)}"${rule}${stroke} d="${formatPathData(contours, digits)}"/>`
}

function openElement(contours: readonly Contour[], digits: number, piece: Piece): string {
	const { paint, width } = piece.stroke
	const line = paint.kind === 'none' ? { paint: piece.fill, width: OPEN_LINE_PX } : { paint, width }
	return `<path fill="none" stroke="${paintValue(line.paint)}" stroke-width="${line.width}" d="${formatPathData(contours, digits)}"/>`
}

function paintValue(paint: Paint): string {
	return paint.kind === 'none' ? 'none' : paint.colour
}

function escapeXml(text: string): string {
	const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
	return (
		text
			.replace(/[&<>"]/g, (c) => entities[c] ?? c)
			// biome-ignore lint/suspicious/noControlCharactersInRegex: XML allows none of these
			.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
	)
}

/** What an export holds, for figures: only pieces that show count. */
export interface ExportSummary {
	readonly pieces: number
	readonly openings: number
	readonly nodes: number
	readonly openOutlines: number
}

export function exportSummary(sheet: Sheet): ExportSummary {
	const shown = sheet.pieces.filter((p) => !p.hidden)
	const contours = shown.flatMap((p) => p.contours)
	return {
		pieces: shown.length,
		openings: shown.reduce((sum, p) => sum + openingsOf(p).length, 0),
		nodes: contours.reduce((sum, c) => sum + c.nodes.length, 0),
		openOutlines: contours.filter((c) => !c.closed && c.nodes.length > 1).length,
	}
}
