import { difference, type Patch, patched, type Sheet } from '@/core'

/** A sheet on its way to a worker: whole, or what changed since the one that it was sent before. */
export type Sent = { readonly sheet: Sheet } | { readonly patch: Patch }

/**
 * Sends workers sheets. Each holds the last one that it was sent, so that of the next it is told what changed: what
 * stayed is the same objects there, and is known by them.
 * @returns for a worker, by anything that stands for it as long as it lives, and a sheet what to send it
 */
export function createSender(): (worker: object, sheet: Sheet) => Sent {
	const held = new WeakMap<object, Sheet>()
	return (worker, sheet) => {
		const last = held.get(worker)
		held.set(worker, sheet)
		return last ? { patch: difference(last, sheet) } : { sheet }
	}
}

/** The worker's end. @returns the sheet that was sent */
export function createMirror(): (sent: Sent) => Sheet {
	let held: Sheet | null = null
	return (sent) => {
		if ('sheet' in sent) held = sent.sheet
		else if (held) held = patched(held, sent.patch) as Sheet
		else throw new Error('Changes of a sheet came before the sheet.')
		return held
	}
}
