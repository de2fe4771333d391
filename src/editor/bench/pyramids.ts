import type { Watch } from '@/jobs/endpoint'
import { openPicture, type Pyramid } from '@/jobs/pictures'
import { showing } from '@/jobs/running'
import { showProblem } from '@/kit/snackbar'
import { PhotoMissing } from '@/store/library'
import { runDarkroom } from './darkroom'
import { darkroomSlice } from './darkroomState'
import type { ServiceContext } from './definitions'

/** Decodes the sheet's photos as they come, each once, and keeps them developed. @returns what ends it */
export function pyramids({ open, desk, slices, library, running }: ServiceContext): () => void {
	const room = slices.of(darkroomSlice)
	const tell = (blob: string, opens: boolean) =>
		room.setState(({ opening }) => {
			const all = new Set(opening)
			if (opens) all.add(blob)
			else all.delete(blob)
			return { opening: all }
		})
	const put = (blob: string, pyramid: Pyramid | null) =>
		room.setState(({ pyramids: all }) => ({ pyramids: new Map(all).set(blob, pyramid) }))
	const decode = async (blob: string, name: string) => {
		put(blob, null)
		tell(blob, true)
		try {
			const stored = await library.photo(blob)
			if (!stored) throw new PhotoMissing()
			const decoding = (watch: Watch) => openPicture(stored.blob, watch)
			put(blob, await showing(running, 'Opening the photo', decoding, { cancellable: false }))
		} catch (error) {
			// The photo's row says that it cannot be shown; the pieces are as they were.
			showProblem(error, { file: name })
		} finally {
			tell(blob, false)
		}
	}
	const look = () => {
		for (const { blob, name } of open.sheet().photos)
			if (!room.getState().pyramids.has(blob)) void decode(blob, name)
	}
	const unsubscribe = open.subscribe(({ history }, before) => {
		if (history.present.photos !== before.history.present.photos) look()
	})
	look()
	const stop = runDarkroom(open, desk, slices)
	return () => {
		unsubscribe()
		stop()
	}
}
