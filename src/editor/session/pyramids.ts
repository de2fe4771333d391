import type { Watch } from '@/jobs/endpoint'
import { openPicture, type Pyramid } from '@/jobs/pictures'
import { showing } from '@/jobs/running'
import { showProblem } from '@/kit/snackbar'
import { PhotoMissing } from '@/store/library'
import { runDarkroom } from './darkroom'
import { darkroomSlice } from './darkroomState'
import type { ServiceContext } from './definitions'

/** A photo that is taken off the sheet is kept for so long, ms: its pixels take some 64 MB of 12 megapixels. */
const KEPT_MS = 20_000

/**
 * Decodes the sheet's photos as they come, each once, and keeps them developed; those that went are let go.
 * @returns what ends it
 */
export function pyramids({
	open,
	desk,
	slices,
	library,
	running,
	edges,
}: Omit<ServiceContext, 'atRest' | 'refresh'>): () => void {
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
			const pyramid = await showing(running, 'Opening the photo', decoding, { cancellable: false })
			// Meanwhile it may have been let go.
			if (room.getState().pyramids.has(blob)) put(blob, pyramid)
			else close(pyramid)
		} catch (error) {
			// The photo's row says that it cannot be shown; the pieces are as they were.
			showProblem(error, { file: name })
		} finally {
			tell(blob, false)
		}
	}
	/** What undo may bring back in a moment is kept for that long. */
	const leaving = new Map<string, ReturnType<typeof setTimeout>>()
	const letGo = (blob: string) => {
		leaving.delete(blob)
		const pyramid = room.getState().pyramids.get(blob)
		const without = <T>(all: ReadonlyMap<string, T>) => {
			const left = new Map(all)
			left.delete(blob)
			return left
		}
		room.setState(({ pyramids: all, studied }) => ({
			pyramids: without(all),
			studied: without(studied),
		}))
		close(pyramid ?? null)
		edges.forget(blob)
	}
	const look = () => {
		const { photos } = open.sheet()
		const here = new Set(photos.map(({ blob }) => blob))
		for (const blob of room.getState().pyramids.keys())
			if (!here.has(blob) && !leaving.has(blob))
				leaving.set(
					blob,
					setTimeout(() => letGo(blob), KEPT_MS),
				)
		for (const { blob, name } of photos) {
			clearTimeout(leaving.get(blob))
			leaving.delete(blob)
			if (!room.getState().pyramids.has(blob)) void decode(blob, name)
		}
	}
	const unsubscribe = open.subscribe(({ history }, before) => {
		if (history.present.photos !== before.history.present.photos) look()
	})
	look()
	const stop = runDarkroom(open, desk, slices)
	return () => {
		unsubscribe()
		stop()
		for (const timer of leaving.values()) clearTimeout(timer)
		for (const blob of [...room.getState().pyramids.keys()]) letGo(blob)
	}
}

function close(pyramid: Pyramid | null): void {
	for (const level of pyramid?.levels ?? []) level.close()
}
