import type { Contour, Piece, Sheet } from '../path/model'
import { SHEET_VERSION } from './sheetVersions'

/** So many outlines are written between two rests. */
const STEP = 500

const outlines = new WeakMap<Contour, string>()

/** A sheet as JSON text. What was written before and has not changed since is not written anew. */
export function sheetToJson(sheet: Sheet): string {
	const steps = sheetJsonSteps(sheet)
	for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
}

/** Like {@link sheetToJson}, resting now and then: for large sheets beside other work. */
export function* sheetJsonSteps({ pieces, ...rest }: Sheet): Generator<void, string> {
	const parts: string[] = []
	let written = 0
	for (const { contours, ...piece } of pieces) {
		const all: string[] = []
		for (const contour of contours) {
			all.push(outlineJson(contour))
			if (++written % STEP === 0) yield
		}
		parts.push(withList(piece, 'contours' satisfies keyof Piece, all))
	}
	return withList({ version: SHEET_VERSION, ...rest }, 'pieces' satisfies keyof Sheet, parts)
}

function outlineJson(contour: Contour): string {
	let json = outlines.get(contour)
	if (json === undefined) {
		json = JSON.stringify(contour)
		outlines.set(contour, json)
	}
	return json
}

/** An object's JSON with one more list in it, whose items are written already. */
function withList(object: object, name: string, items: readonly string[]): string {
	return `${JSON.stringify(object).slice(0, -1)},"${name}":[${items.join(',')}]}`
}
