/**
 * Runs one request at a time and, of those that come meanwhile, only the newest: the others are
 * answered with `null`, as is one whose answer came too late.
 * @param late whether an answer is given though it came too late: while a hand goes on, the one before the last shows
 */
export function newestOnly<A extends unknown[], R>(
	run: (...args: A) => Promise<R>,
	late: 'dropped' | 'given' = 'dropped',
): (...args: A) => Promise<R | null> {
	let busy = false
	let waiting: { start: () => void; drop: () => void } | null = null
	let newest = 0
	return (...args) =>
		new Promise<R | null>((resolve, reject) => {
			const mine = ++newest
			const start = () => {
				busy = true
				run(...args)
					.then((result) => resolve(mine === newest || late === 'given' ? result : null), reject)
					.finally(() => {
						busy = false
						const next = waiting
						waiting = null
						next?.start()
					})
			}
			if (!busy) return start()
			waiting?.drop()
			waiting = { start, drop: () => resolve(null) }
		})
}
