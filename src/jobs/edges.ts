import { transfer } from 'comlink'
import type {
	Again,
	BendOptions,
	EdgeField,
	EdgeProfile,
	EdgeTile,
	FitToEdgesOptions,
	SameAgainOptions,
} from '@/core/pictures'
import type { EdgePhoto, EdgesWorker, Moved, OnPhoto } from './edges.worker'
import { endpoint } from './endpoint'
import { newestOnly } from './newestOnly'

export type { EdgePhoto, Moved, OnPhoto } from './edges.worker'

const spawn = () => new Worker(new URL('./edges.worker.ts', import.meta.url), { type: 'module' })

/** One worker makes the tiles and keeps them: what is measured there need not be sent. */
const edges = endpoint<EdgesWorker>('Reading the photo’s edges', spawn)

type Named = Omit<EdgePhoto, 'place'>

/** A tile of a photo's edges from a bitmap of its ground, which is used up. */
export function makeEdgeTile(photo: Named, tile: number, part: ImageBitmap): Promise<EdgeTile> {
	return edges.run((worker) => worker.make(photo, tile, transfer(part, [part])))
}

/** Lets go what is known of a photo's edges. */
export function forgetEdges(blob: string): Promise<void> {
	return edges.run((worker) => worker.forget(blob))
}

/** A worker that began anew knows no tiles: it is given those that are here. */
async function given(photo: EdgePhoto, field: EdgeField): Promise<void> {
	const here = [...field.tiles.keys()].filter((tile) => field.tiles[tile])
	const missing = await edges.run((worker) => worker.missing(photo, here))
	for (const tile of missing) {
		const made = field.tiles[tile]
		if (made) await edges.run((worker) => worker.put(photo, tile, made))
	}
}

/** Outlines with the photo under them, and what is known of its edges. */
export type Read = OnPhoto & { readonly field: EdgeField }

const bare = ({ photo, contours }: Read): OnPhoto => ({ photo, contours })

async function measured(all: readonly Read[]): Promise<EdgeProfile[]> {
	for (const { photo, field } of all) await given(photo, field)
	return edges.run((worker) => worker.measure(all.map(bare)))
}

/** How outlines lie against their photos; `null` for a request that a newer one overtook. */
export const measureEdges = newestOnly(measured)

/** The same of all outlines of a sheet, for its proof: what is measured beside it does not overtake it. */
export const proofEdges = newestOnly(measured)

/** Outlines moved onto the edges, with profiles before and after; `null` where a newer request overtook it. */
export const fitOutlines = newestOnly(async (one: Read, o: FitToEdgesOptions): Promise<Moved> => {
	await given(one.photo, one.field)
	return edges.run((worker) => worker.fit(bare(one), o))
})

/** Straight segments bent along the edges; `null` where a newer request overtook it. */
export const bendOutlines = newestOnly(async (one: Read, o: BendOptions): Promise<Moved> => {
	await given(one.photo, one.field)
	return edges.run((worker) => worker.bend(bare(one), o))
})

/** Where the photo shows once more what was traced, and its outlines there; `null` where a newer request overtook it. */
export const findAgain = newestOnly(async (one: Read, o: SameAgainOptions): Promise<Again[]> => {
	await given(one.photo, one.field)
	return edges.run((worker) => worker.again(bare(one), o))
})
