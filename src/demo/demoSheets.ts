import { addPhoto, addPieces, emptySheet, newPhoto, newPiece, parsePathData } from '@/core'
import type { SvgDrawing } from '@/core/drawings'
import type { Library } from '@/store/library'
import { storedPicture, takeInDrawing } from '@/store/newSheets'
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
	/** A drawing of ours that holds them, in their groups and colours. */
	readonly drawing?: string
}[] = [
	{ sample: 'fruit', drawing: '/photos/traced/fruit.svg' },
	{ sample: 'heron' },
	{ sample: 'key', pieces: [['Key', KEY_TRACE]] },
	{ sample: 'teapot', pieces: [['Teapot', TEAPOT_TRACE]] },
	{ sample: 'wateringCan', pieces: WATERING_CAN_TRACE.map(({ name, path }) => [name, [path]]) },
	{ sample: 'lantern', pieces: [['Lantern', LANTERN_TRACE]] },
]

/**
 * Lays the workshop's sheets out for a first visit: the fruit coloured in groups of shades, the heron
 * untouched, the key refined with its openings, the teapot drawn freehand with too many nodes, the
 * watering can about to be cut, the lantern once round.
 * @param laidOut which are there already, for a first visit that was cut short
 */
export async function layOutDemoSheets(
	library: Library,
	laidOut: { readonly has: (id: string) => boolean; readonly add: (id: string) => void },
): Promise<void> {
	for (const { sample: id, pieces = [], drawing } of SHEETS) {
		if (laidOut.has(id)) continue
		const sample = SAMPLES.find((s) => s.id === id)
		if (!sample) continue
		const picture = await storedPicture(library, await fetchSample(sample), sample.name)
		const sheet = addPhoto(
			emptySheet(sample.name, picture.width, picture.height),
			newPhoto(picture),
		)
		const traced = pieces.map(([name, trace]) => newPiece(name, trace.flatMap(parsePathData)))
		const { pieces: drawn, groups } = drawing
			? await takeInDrawing(await fetchFile(drawing))
			: NOTHING
		await library.save(addPieces(sheet, [...traced, ...drawn], groups))
		laidOut.add(id)
	}
}

const NOTHING: Pick<SvgDrawing, 'pieces' | 'groups'> = { pieces: [] }

/** The sample's picture file. */
export function fetchSample(sample: Sample): Promise<Blob> {
	return fetchFile(sample.file, sample.name)
}

async function fetchFile(file: string, name = file): Promise<Blob> {
	const answer = await fetch(file)
	if (!answer.ok) throw new Error(`The sample “${name}” could not be loaded (${answer.status}).`)
	return answer.blob()
}
