'use client'

import { useCallback, useState } from 'react'
import type { Watch } from '@/jobs/endpoint'
import type { AskLater } from '@/store/newSheets'

/** How a file is opened: what may be told of it and asked about it meanwhile. */
export interface Asking {
	readonly watch: Watch
	readonly askLater: AskLater
}

/** Asks about files that a later version wrote. */
export function useLaterAsked() {
	const [later, setLater] = useState<{ file: string; answer: (open: boolean) => void } | null>(null)
	const asking = useCallback(
		(watch: Watch, { name }: File): Asking => ({
			watch,
			askLater: () =>
				new Promise((resolve) => {
					const answer = (open: boolean) => {
						setLater(null)
						resolve(open)
					}
					setLater({ file: name, answer })
				}),
		}),
		[],
	)
	return { later, asking }
}
