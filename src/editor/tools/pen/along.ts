import { mayBeNeeded } from '@/kit/ahead'

type Along = typeof import('@/core/along')

let come: Along | null = null

/** Has at hand what follows edges. */
export const fetchAlong = mayBeNeeded(async () => {
	come = await import('@/core/along')
})

/** What follows edges, once it is there; it is asked for with the first that one would follow. */
export function alongIfThere(): Along | null {
	if (!come) fetchAlong().catch(() => {})
	return come
}
