import { addPieces, newPiece, parsePathData } from '@/core'
import type { Library } from '@/store/library'
import { sheetFromPicture } from '@/store/newSheets'
import { LANTERN_TRACE } from './lanternTrace'
import { SAMPLES, type Sample } from './samples'

/** Lays the workshop's sheets out for a first visit: the storm lantern, traced once round. */
export async function layOutDemoSheets(library: Library): Promise<void> {
	const [lantern] = SAMPLES
	if (!lantern) return
	const sheet = await sheetFromPicture(library, await fetchSample(lantern), lantern.name)
	const piece = newPiece('Lantern', LANTERN_TRACE.flatMap(parsePathData))
	await library.save(addPieces(sheet, [piece]))
}

/** The sample's picture file. */
export async function fetchSample(sample: Sample): Promise<Blob> {
	const answer = await fetch(sample.file)
	if (!answer.ok)
		throw new Error(`The sample “${sample.name}” could not be loaded (${answer.status}).`)
	return answer.blob()
}
