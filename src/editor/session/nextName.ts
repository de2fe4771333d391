import type { Sheet } from '@/core'

/** “Piece 4”, the first number that is free; `taken` are names that are about to be given. */
export function nextName(sheet: Sheet, taken: ReadonlySet<string> = new Set()): string {
	const names = new Set([...sheet.pieces.map((p) => p.name), ...taken])
	for (let n = sheet.pieces.length + 1; ; n++) if (!names.has(`Piece ${n}`)) return `Piece ${n}`
}
