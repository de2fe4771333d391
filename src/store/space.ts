/** What this browser has kept of Skiagram, and whether it may throw it away. */
export interface Space {
	/** Bytes; the application itself is among them. */
	readonly used: number
	/** Bytes that may still be kept. */
	readonly left: number
	/** The browser asks before it throws anything away; otherwise it may where the disk gets full. */
	readonly lasting: boolean
}

/** @returns `null` where the browser does not say */
export async function spaceOf(storage: StorageManager | undefined): Promise<Space | null> {
	try {
		const { usage, quota } = (await storage?.estimate()) ?? {}
		if (usage === undefined || quota === undefined) return null
		const lasting = (await storage?.persisted()) === true
		return { used: usage, left: Math.max(0, quota - usage), lasting }
	} catch {
		return null
	}
}

/**
 * Asks the browser to keep everything until the user throws it away. Some ask the user first: it is asked where
 * something of the user's own begins, and never amid drawing.
 * @returns whether it does
 */
export async function askToLast(storage: StorageManager | undefined): Promise<boolean> {
	try {
		return (await storage?.persisted()) === true || (await storage?.persist()) === true
	} catch {
		return false
	}
}

/** A number of bytes as people say it: `34 MB`. */
export function saysBytes(bytes: number): string {
	const at = UNITS.findIndex((_, i) => bytes < 1000 ** (i + 1))
	const unit = at < 0 ? UNITS.length - 1 : at
	const value = bytes / 1000 ** unit
	return `${value < 10 && unit > 0 ? value.toFixed(1) : Math.round(value)} ${UNITS[unit]}`
}

const UNITS = ['bytes', 'kB', 'MB', 'GB', 'TB']
