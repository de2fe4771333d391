/**
 * One tab edits a sheet at a time (Web Locks).
 * @param lost called when another tab takes the sheet over
 * @returns whether this tab has the sheet; `release` gives it back
 */
export async function claimSheet(
	id: string,
	o: { takeOver: boolean; lost: () => void },
): Promise<{ mine: boolean; release: () => void }> {
	if (!('locks' in navigator)) return { mine: true, release: () => {} }
	const name = `skiagram:sheet:${id}`
	return new Promise((resolve) => {
		let release = () => {}
		const held = new Promise<void>((done) => {
			release = done
		})
		const options = o.takeOver ? { steal: true } : { ifAvailable: true }
		navigator.locks
			.request(name, options, (lock) => {
				resolve({ mine: lock !== null, release })
				return lock ? held : undefined
			})
			.catch(() => o.lost())
	})
}
