/** Lengths as people read and type them: in px of the sheet or, once its real size is known, in mm. */

export const LENGTH_UNITS = ['px', 'mm', 'cm', 'in'] as const
export type LengthUnit = (typeof LENGTH_UNITS)[number]

/** How lengths are read on a sheet. */
export interface Scale {
	readonly unit: LengthUnit
	/** `undefined` where the real size is not known. */
	readonly mmPerPx?: number | undefined
}

export const MM_PER_INCH = 25.4
const MM_PER: Readonly<Record<Exclude<LengthUnit, 'px'>, number>> = {
	mm: 1,
	cm: 10,
	in: MM_PER_INCH,
}

/** How many px of the sheet one of `unit` is, or `null` where the real size is not known. */
export function pxPer(unit: LengthUnit, mmPerPx: number | undefined): number | null {
	if (unit === 'px') return 1
	return mmPerPx === undefined ? null : MM_PER[unit] / mmPerPx
}

/** The unit that is in force: px wherever the real size is not known. */
export function unitInForce({ unit, mmPerPx }: Scale): LengthUnit {
	return mmPerPx === undefined ? 'px' : unit
}

/** A length of `px` in the scale's unit. */
export function inUnit(px: number, scale: Scale): number {
	return px / (pxPer(unitInForce(scale), scale.mmPerPx) ?? 1)
}

/** A length in the scale's unit, in px. */
export function inPx(length: number, scale: Scale): number {
	return length * (pxPer(unitInForce(scale), scale.mmPerPx) ?? 1)
}

/** “212.5 px”, “84.3 mm”: as fine as one can set it. */
export function formatLength(px: number, scale: Scale): string {
	const unit = unitInForce(scale)
	return `${Number(inUnit(px, scale).toFixed(LENGTH_DIGITS[unit]))} ${unit}`
}

/** Decimals that tell lengths apart which differ on screen. */
export const LENGTH_DIGITS: Readonly<Record<LengthUnit, number>> = { px: 2, mm: 2, cm: 3, in: 4 }

/**
 * Reads a typed length: a number, alone or with its unit (`12`, `12.5 mm`, `3cm`, `1/2 in`, `15 %`).
 * A comma serves as a decimal point.
 * @param o.whole what 100 % is, px; without it percents are not understood
 * @returns px, or `null` for what is no length, or has a unit of which the real size is not known
 */
export function parseLength(text: string, o: Scale & { whole?: number }): number | null {
	const match = /^\s*([-+−]?[\d.,]+)(?:\s*\/\s*(\d+))?\s*(px|mm|cm|in|%|″|")?\s*$/i.exec(text)
	const number = readDecimal(match?.[1] ?? '')
	if (!match || number === null) return null
	const value = match[2] ? number / Number(match[2]) : number
	if (!Number.isFinite(value)) return null
	const unit = match[3]?.toLowerCase()
	if (unit === '%') return o.whole === undefined ? null : (value / 100) * o.whole
	const known = unit === '″' || unit === '"' ? 'in' : ((unit ?? unitInForce(o)) as LengthUnit)
	const size = pxPer(known, o.mmPerPx)
	return size === null ? null : value * size
}

function readDecimal(text: string): number | null {
	const plain = text.replace('−', '-').replace(',', '.')
	const value = Number(plain)
	return plain !== '' && Number.isFinite(value) ? value : null
}
