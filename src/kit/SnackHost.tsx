'use client'

import { useStore } from 'zustand'
import { late } from './late'
import { snacks } from './snackbar'

const Snacks = late(() => import('./Snacks').then((m) => m.Snacks), 'nowhere')

/** Shows messages; what shows them comes with the first of them. */
export function SnackHost() {
	const some = useStore(snacks, ({ waiting }) => waiting.length > 0 || waiting !== NONE)
	return some ? <Snacks /> : null
}

const NONE = snacks.getState().waiting
