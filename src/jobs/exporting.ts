import type { DrawnFile, OutWish, Sheet, WrittenFile } from '@/core'
import type { CarriedPhoto } from '@/core/drawings'
import { endpoint } from './endpoint'
import type { ExportWorker, SentWish } from './export.worker'
import { createSender } from './mirror'
import { newestOnly } from './newestOnly'

const spawn = () => new Worker(new URL('./export.worker.ts', import.meta.url), { type: 'module' })

/** What is looked at must not wait for the files; each has a worker of its own. */
const writers = endpoint<ExportWorker>('Writing files', spawn)
const looks = endpoint<ExportWorker>('Showing the page', spawn)
const send = createSender()

const sent = ({ format, ...wish }: OutWish): SentWish => ({ ...wish, format: format.id })

/** What writes files: pictures are still to be drawn, and answers of `null` were overtaken by a newer request. */
export interface Writer {
	/** The files that a wish asks for. */
	write(
		sheet: Sheet,
		chosen: ReadonlySet<string>,
		wish: OutWish,
	): Promise<readonly (WrittenFile | DrawnFile)[] | null>
	/** The sheet with everything, and photos that it carries. */
	whole(sheet: Sheet, photos: readonly CarriedPhoto[]): Promise<string | null>
}

/** Each request is done, whatever comes after it: for files that were asked for by hand. */
export const fileWriter: Writer = {
	write: (sheet, chosen, wish) =>
		writers.run((worker) => worker.files(send(worker, sheet), chosen, sent(wish))),
	whole: (sheet, photos) => writers.run((worker) => worker.whole(send(worker, sheet), photos)),
}

/** Only the newest counts: for what is made to say how large it is. */
export const newestWriter: Writer = {
	write: newestOnly(fileWriter.write),
	whole: newestOnly(fileWriter.whole),
}

/** The page that goes out, as SVG to look at; `null` where nothing is on it, or a newer request overtook this one. */
export const lookAtPage = newestOnly((sheet: Sheet, chosen: ReadonlySet<string>, wish: OutWish) =>
	looks.run((worker) => worker.look(send(worker, sheet), chosen, sent(wish))),
)
