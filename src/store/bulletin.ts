import { newId } from '@/core'

/** What a tab wants of the one that has a sheet, or tells all others. */
export type Word =
	/** Asked of the tab that works on the sheet: it answers once that is done and stored. */
	| { readonly what: 'rename'; readonly id: string; readonly name: string }
	| { readonly what: 'hand-over'; readonly id: string }
	| { readonly what: 'delete'; readonly id: string }
	/** Told to all. */
	| { readonly what: 'restored'; readonly id: string }
	| { readonly what: 'listed' }

interface Message {
	readonly word: Word | null
	readonly ask?: string
	readonly answer?: string
}

/** What the tabs of this browser tell each other about sheets. */
export interface Bulletin {
	tell(word: Word): void
	/** @returns whether a tab did it; none may be there */
	ask(word: Word): Promise<boolean>
	/** @param hear does what is asked and says whether it was its to do */
	listen(hear: (word: Word) => Promise<boolean> | boolean | undefined): () => void
}

/** A tab that has a sheet answers at once, unless it is dead; it may take a while to be done, ms. */
const ANSWER_WITHIN_MS = 2500

/** @param open makes a channel to the other tabs; nothing is said where there is none */
export function createBulletin(open: () => BroadcastChannel | null): Bulletin {
	let channel: BroadcastChannel | null = null
	const ready = () => {
		channel ??= open()
		return channel
	}
	return {
		tell: (word) => ready()?.postMessage({ word } satisfies Message),
		ask: (word) =>
			new Promise((resolve) => {
				const on = ready()
				if (!on) return resolve(false)
				const ask = newId()
				const done = (answered: boolean) => {
					clearTimeout(timer)
					on.removeEventListener('message', hear)
					resolve(answered)
				}
				const hear = ({ data }: MessageEvent<Message>) => data.answer === ask && done(true)
				const timer = setTimeout(() => done(false), ANSWER_WITHIN_MS)
				on.addEventListener('message', hear)
				on.postMessage({ word, ask } satisfies Message)
			}),
		listen: (hear) => {
			const on = ready()
			const heard = async ({ data: { word, ask } }: MessageEvent<Message>) => {
				if (!word || !(await hear(word)) || ask === undefined) return
				on?.postMessage({ word: null, answer: ask } satisfies Message)
			}
			on?.addEventListener('message', heard)
			return () => on?.removeEventListener('message', heard)
		},
	}
}

let bulletin: Bulletin | null = null

/** The bulletin of this browser's tabs. */
export function browserBulletin(): Bulletin {
	bulletin ??= createBulletin(() =>
		'BroadcastChannel' in globalThis ? new BroadcastChannel('skiagram') : null,
	)
	return bulletin
}
