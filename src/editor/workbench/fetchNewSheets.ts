import { mayBeNeeded } from '@/kit/ahead'

/** What takes files in; it comes with the first. */
export const fetchNewSheets = mayBeNeeded(() => import('@/store/newSheets'))
