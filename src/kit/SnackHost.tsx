'use client'

import { lazy, Suspense } from 'react'
import { useStore } from 'zustand'
import { snacks } from './snackbar'

const Snacks = lazy(() => import('./Snacks').then((m) => ({ default: m.Snacks })))

/** Shows messages; what shows them comes with the first of them. */
export function SnackHost() {
	const some = useStore(snacks, ({ waiting }) => waiting.length > 0 || waiting !== NONE)
	return some ? (
		<Suspense>
			<Snacks />
		</Suspense>
	) : null
}

const NONE = snacks.getState().waiting
