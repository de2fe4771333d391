'use client'

import FormatPaintOutlined from '@mui/icons-material/FormatPaintOutlined'
import KeyboardArrowDownRounded from '@mui/icons-material/KeyboardArrowDownRounded'
import KeyboardArrowUpRounded from '@mui/icons-material/KeyboardArrowUpRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useEffect, useEffectEvent, useState } from 'react'
import { belongsToField } from '@/editor/input/keyboard'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { showProblem, showSnack } from '@/kit/snackbar'
import { Tip } from '@/kit/Tip'
import type { Collection } from '@/store/database'

/** The collection that was looked up last: one goes on within it. */
let last: Collection | null = null

const WAYS: Readonly<Record<string, 1 | -1>> = { PageDown: 1, PageUp: -1 }

/**
 * Where the sheet stands among those that it came in with, and the way to the one before and the next.
 * @param pressed the key by which it was first asked for
 */
export function InCollection({ pressed }: { readonly pressed: string | null }) {
	const { open, library } = useWorkbench()
	const router = useRouter()
	const id = useOpenSheet(({ history }) => history.present.id)
	const [collection, setCollection] = useState(last?.sheets.includes(id) ? last : null)
	useEffect(() => {
		let gone = false
		library
			.collections()
			.then((collections) => collections.of(id))
			.then((found) => {
				last = found
				if (!gone) setCollection(found)
			})
			// A sheet can be worked on without knowing what it came in with.
			.catch(() => {})
		return () => {
			gone = true
		}
	}, [library, id])
	const place = collection?.sheets.indexOf(id) ?? -1
	const neighbour = (by: 1 | -1) => collection?.sheets[place + by]
	const go = (by: 1 | -1) => {
		const to = neighbour(by)
		if (to !== undefined) router.push(`/sheet/${to}`)
	}
	const onKey = useEffectEvent((event: KeyboardEvent) => {
		const by = WAYS[event.key]
		if (by === undefined || place < 0 || belongsToField(event)) return
		event.preventDefault()
		go(by)
	})
	// The key that was pressed before anybody knew of the collection is not lost.
	const goFirst = useEffectEvent(() => {
		const by = WAYS[pressed ?? '']
		if (by !== undefined) go(by)
	})
	const known = place >= 0
	useEffect(() => {
		if (known) goFirst()
	}, [known])
	useEffect(() => {
		window.addEventListener('keydown', onKey)
		return () => window.removeEventListener('keydown', onKey)
	}, [])
	if (!collection || place < 0) return null
	const toJudge = collection.toJudge ?? []
	const judge = async () => {
		try {
			await (await library.collections()).judged(collection.id, id)
			const left = toJudge.filter((each) => each !== id)
			last = { ...collection, toJudge: left }
			setCollection(last)
			const [next] = left
			if (next !== undefined) router.push(`/sheet/${next}`)
			else showSnack(`All that was lifted in “${collection.name}” is judged.`)
		} catch (error) {
			showProblem(error)
		}
	}
	const setUp = async () => {
		try {
			const { setUpAlike } = await import('@/store/collections')
			const given = await setUpAlike(library, open.sheet(), collection.sheets)
			showSnack(
				`${given} ${given === 1 ? 'sheet has' : 'sheets have'} the tone, unit and colours of this one now. Traced ones stay as they are.`,
			)
		} catch (error) {
			showProblem(error)
		}
	}
	return (
		<Box sx={{ display: 'flex', alignItems: 'center', flexShrink: 0 }}>
			{toJudge.includes(id) && (
				<Tip title="What was lifted in the box is good as it is now: on to the next one that waits">
					<Button aria-label="Good" size="small" variant="contained" onClick={judge} sx={{ mr: 1 }}>
						Good
					</Button>
				</Tip>
			)}
			<Tip title={`The one before in “${collection.name}” (Page Up)`}>
				<span>
					<IconButton
						aria-label="The sheet before"
						disabled={place === 0}
						onClick={() => go(-1)}
						size="small"
					>
						<KeyboardArrowUpRounded fontSize="small" />
					</IconButton>
				</span>
			</Tip>
			<Typography variant="caption" className="number" sx={{ color: 'text.secondary' }}>
				{place + 1}/{collection.sheets.length}
			</Typography>
			<Tip title={`The next in “${collection.name}” (Page Down)`}>
				<span>
					<IconButton
						aria-label="The next sheet"
						disabled={place === collection.sheets.length - 1}
						onClick={() => go(1)}
						size="small"
					>
						<KeyboardArrowDownRounded fontSize="small" />
					</IconButton>
				</span>
			</Tip>
			<Tip title="Give the tone, unit and colours of this sheet to those that are not traced yet">
				<IconButton aria-label="Set the others up alike" onClick={setUp} size="small">
					<FormatPaintOutlined fontSize="small" />
				</IconButton>
			</Tip>
		</Box>
	)
}
