import { addPieces, newPiece, parsePathData } from '@/core'
import type { Library } from '@/store/library'
import { sheetFromPicture } from '@/store/newSheets'
import { KEY_TRACE } from './keyTrace'
import { LANTERN_TRACE } from './lanternTrace'
import { SAMPLES, type Sample } from './samples'
import { TEAPOT_TRACE } from './teapotTrace'
import { WATERING_CAN_TRACE } from './wateringCanTrace'

/** The workshop's sheets, each at another stage of the work; the last is the one to look at first. */
const SHEETS: readonly {
	readonly sample: string
	/** Each piece's name, and its outlines as path data. */
	readonly pieces?: readonly (readonly [name: string, trace: readonly string[]])[]
}[] = [
	{ sample: 'heron' },
	{ sample: 'key', pieces: [['Key', KEY_TRACE]] },
	{ sample: 'teapot', pieces: [['Teapot', TEAPOT_TRACE]] },
	{ sample: 'wateringCan', pieces: WATERING_CAN_TRACE.map(({ name, path }) => [name, [path]]) },
	{ sample: 'lantern', pieces: [['Lantern', LANTERN_TRACE]] },
]

/**
 * Lays the workshop's sheets out for a first visit: the heron untouched, the key refined with its
 * openings, the teapot drawn freehand with too many nodes, the watering can about to be cut, the
 * lantern once round.
 */
export async function layOutDemoSheets(library: Library): Promise<void> {
	for (const { sample: id, pieces = [] } of SHEETS) {
		const sample = SAMPLES.find((s) => s.id === id)
		if (!sample) continue
		const sheet = await sheetFromPicture(library, await fetchSample(sample), sample.name)
		const traced = pieces.map(([name, trace]) => newPiece(name, trace.flatMap(parsePathData)))
		if (traced.length > 0) await library.save(addPieces(sheet, traced))
	}
}

/** The sample's picture file. */
export async function fetchSample(sample: Sample): Promise<Blob> {
	const answer = await fetch(sample.file)
	if (!answer.ok)
		throw new Error(`The sample “${sample.name}” could not be loaded (${answer.status}).`)
	return answer.blob()
}
