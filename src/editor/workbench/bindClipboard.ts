import { mayBeNeeded } from '@/kit/ahead'
import { showSnack } from '@/kit/snackbar'
import { withPart } from '@/kit/tryAgain'
import { type Laid, OWN_TYPE, SVG_TYPE } from './laid'
import type { Workbench } from './workbench'

const fetchClipboard = mayBeNeeded(() => import('./clipboard'))

/**
 * Copies, cuts and pastes. What does so is fetched with the first that is done; keys pressed before it is there are
 * not lost.
 * @param takeSvg brings a drawing in that another program laid there
 * @returns what unbinds it
 */
export function bindClipboard(workbench: Workbench, takeSvg: (file: File) => void): () => void {
	const bound = new AbortController()
	const { signal } = bound
	/** With Shift what is pasted lies where it lay. */
	let shifted = false
	const onKey = ({ shiftKey }: KeyboardEvent) => {
		shifted = shiftKey
	}
	for (const type of ['keydown', 'keyup'] as const)
		window.addEventListener(type, onKey, { signal, capture: true })
	let clipboard: typeof import('./clipboard') | null = null
	const come = () =>
		fetchClipboard().then((found) => {
			clipboard = found
			return found
		})
	for (const done of ['pointerdown', 'keydown'])
		window.addEventListener(done, () => void come().catch(() => {}), {
			signal,
			once: true,
		})
	for (const type of ['copy', 'cut'] as const)
		window.addEventListener(
			type,
			(event) => {
				const { clipboardData: data } = event
				if (!data || isTyping(event)) return
				if (clipboard?.[type](workbench, data)) event.preventDefault()
				if (clipboard) return
				// Data can be laid only while the event is under way: it is asked for once more.
				withPart(come, () => {
					if (!document.execCommand(type)) showSnack('Nothing was copied. Copy it once more.')
				})
			},
			{ signal },
		)
	window.addEventListener(
		'paste',
		(event) => {
			const lies = isTyping(event) ? null : whatLies(event.clipboardData)
			if (!lies) return
			const laid = { ...lies, inPlace: shifted }
			event.preventDefault()
			withPart(come, ({ paste }) => {
				if (!signal.aborted) paste(workbench, laid, takeSvg)
			})
		},
		{ signal },
	)
	return () => bound.abort()
}

function whatLies(data: DataTransfer | null): Laid | null {
	if (!data || data.files.length > 0) return null
	const own = data.getData(OWN_TYPE)
	const text = data.getData(SVG_TYPE) || data.getData('text/plain')
	const svg = /^\s*<[^>]*\b(?:xml|svg)\b/i.test(text) ? text : ''
	return own || svg ? { own, svg } : null
}

/** Text that is chosen or typed is copied as text. */
function isTyping({ target }: Event): boolean {
	if (target instanceof HTMLElement && target.closest('input, textarea, [role="dialog"]'))
		return true
	return window.getSelection()?.isCollapsed === false
}
