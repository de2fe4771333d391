import { insertNode } from '@/core'
import { selectContour } from '@/store/selection'
import type { Bench } from './tool'

/** Inserts a node on a segment, the shape unchanged, and selects it. */
export function insertAt(bench: Bench, contour: string, index: number, t: number): void {
	let inserted = ''
	bench.apply('Insert a node', (sheet) => {
		const result = insertNode(sheet, contour, index, t)
		inserted = result.id
		return result.sheet
	})
	bench.select(selectContour(bench.sheet(), contour, [inserted]))
}
