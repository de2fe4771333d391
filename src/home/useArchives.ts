import { useCallback, useState } from 'react'
import { saveMade } from '@/kit/files'
import { showSnack } from '@/kit/snackbar'
import type { Differing } from '@/store/archive'
import { browserLibrary } from '@/store/browserLibrary'

/** What is asked before a file of sheets is opened. */
export interface Asked {
	readonly names: readonly string[]
	readonly answer: (how: Differing | null) => void
}

/** Everything goes into one file, and comes out of such a file again. */
export function useArchives(): {
	readonly asked: Asked | null
	save(): Promise<void>
	open(file: File): Promise<void>
} {
	const [asked, setAsked] = useState<Asked | null>(null)
	const save = async () => {
		const name = `skiagram-${new Date().toISOString().slice(0, 10)}.zip`
		const saved = await saveMade(() => browserLibrary().archive(), name, 'application/zip')
		if (saved) showSnack(`Saved as ${name}: all sheets, photos and versions. It opens here again.`)
	}
	const open = useCallback(async (file: File) => {
		const archive = await browserLibrary().readArchive(file)
		const how = archive.differing.length > 0 ? await ask(setAsked, archive.differing) : 'both'
		if (how === null) return
		const { taken, unread } = await archive.takeIn(how)
		const same = archive.same > 0 ? ` ${archive.same} were here already.` : ''
		const lost = unread.length > 0 ? ` Not to be read: ${unread.join(', ')}.` : ''
		const came = taken === 1 ? '1 sheet came' : `${taken} sheets came`
		showSnack(`${came} out of “${file.name}”.${same}${lost}`, {
			variant: unread.length > 0 ? 'warning' : 'default',
			autoHideDuration: 12_000,
		})
	}, [])
	return { asked, save, open }
}

function ask(show: (asked: Asked | null) => void, names: readonly string[]) {
	return new Promise<Differing | null>((resolve) => {
		const answer = (how: Differing | null) => {
			show(null)
			resolve(how)
		}
		show({ names, answer })
	})
}
