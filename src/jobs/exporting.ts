import type { OutWish, Sheet } from '@/core'
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

/** The files that a wish asks for, pictures still to be drawn; `null` for a request that a newer one overtook. */
export const writtenFiles = newestOnly((sheet: Sheet, chosen: ReadonlySet<string>, wish: OutWish) =>
	writers.run((worker) => worker.files(send(worker, sheet), chosen, sent(wish))),
)

/** The sheet with everything, and photos that it carries; `null` for a request that a newer one overtook. */
export const wholeSheetFile = newestOnly((sheet: Sheet, photos: readonly CarriedPhoto[]) =>
	writers.run((worker) => worker.whole(send(worker, sheet), photos)),
)

/** The page that goes out, as SVG to look at; `null` where nothing is on it, or a newer request overtook this one. */
export const lookAtPage = newestOnly((sheet: Sheet, chosen: ReadonlySet<string>, wish: OutWish) =>
	looks.run((worker) => worker.look(send(worker, sheet), chosen, sent(wish))),
)
