import { proxy } from 'comlink'
import { type Contour, type Piece, SvgSyntaxError, unpackContours } from '@/core'
import type { SvgDrawing } from '@/core/drawings'
import type { DrawingWorker } from './drawing.worker'
import { endpoint, type Watch } from './endpoint'

const reader = endpoint<DrawingWorker>(
	'Reading the drawing',
	() => new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' }),
)

/** Reading itself tells nothing; it is taken for this share of the whole. */
const READ_SHARE = 0.5

/**
 * Reads a drawing's shapes beside the page, which takes them in small parts and never waits.
 * @throws {SvgSyntaxError} {Cancelled} {JobFailed}
 */
export function readDrawing(file: Blob, watch: Watch = {}): Promise<SvgDrawing> {
	return reader.run(async (worker, tell) => {
		const pieces: (Omit<Piece, 'contours'> & { contours: Contour[] })[] = []
		tell(READ_SHARE / 4)
		const read = await worker.read(
			file,
			proxy(async (parts, share) => {
				for (const { index, piece, contours } of parts) {
					pieces[index] ??= { ...piece, contours: [] }
					pieces[index].contours.push(...unpackContours(contours))
				}
				tell(READ_SHARE + (1 - READ_SHARE) * share)
			}),
		)
		if (!read.ok) throw new SvgSyntaxError(read.problem)
		const { ok: _, ...rest } = read
		return { ...rest, pieces }
	}, watch)
}
