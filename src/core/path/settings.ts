import type { LengthUnit } from '../geometry/lengths'
import type { Sheet, TraceLine } from './model'

/** What holds for a sheet as a whole: its name, its real size and unit, how its lines are drawn. */

/** Leaves findings of the proof as they are, or looks at all of them again. */
export function setLeft({ left: _, ...sheet }: Sheet, keys: readonly string[]): Sheet {
	return keys.length > 0 ? { ...sheet, left: keys } : sheet
}

export function renameSheet(sheet: Sheet, name: string): Sheet {
	return sheet.name === name ? sheet : { ...sheet, name }
}

/** Tells the sheet the real size of a px, or that it is not known after all. */
export function setRealSize(sheet: Sheet, mmPerPx: number | undefined): Sheet {
	if (sheet.mmPerPx === mmPerPx) return sheet
	const { mmPerPx: _, ...rest } = sheet
	return mmPerPx === undefined ? rest : { ...rest, mmPerPx }
}

export function setUnit(sheet: Sheet, unit: LengthUnit): Sheet {
	return sheet.unit === unit ? sheet : { ...sheet, unit }
}

export function changeLine(sheet: Sheet, change: Partial<TraceLine>): Sheet {
	const line = { ...sheet.line, ...change }
	const keys = ['colour', 'width', 'strength'] as const
	const same = keys.every((key) => line[key] === sheet.line[key])
	return same ? sheet : { ...sheet, line }
}
