/** A part of Skiagram that did not arrive: the server does not answer, or has another version by now. */
export class PartMissing extends Error {
	override readonly name = 'PartMissing'
}

/** A part that is fetched. @throws {PartMissing} where it does not arrive */
export async function arrived<T>(load: () => Promise<T>): Promise<T> {
	try {
		return await load()
	} catch (cause) {
		throw new PartMissing('A part did not arrive.', { cause })
	}
}

/**
 * A part that is wanted soon, asked for with each look until it has come.
 * @param came what is done when it comes
 * @returns looks at the part; `null` until it is there
 */
export function wantedSoon<T>(load: () => Promise<T>, came: () => void = () => {}): () => T | null {
	let part: T | null = null
	let coming = false
	const look = () => {
		if (part || coming) return part
		coming = true
		load().then(
			(found) => {
				part = found
				came()
			},
			() => {
				coming = false
			},
		)
		return null
	}
	return look
}
