'use client'

import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { closeSnackbar, useSnackbar } from 'notistack'
import { useCallback, useEffect, useState } from 'react'
import { formatSvg } from '@/core'
import { fetchSample, layOutDemoSheets } from '@/demo/demoSheets'
import { SAMPLES, type Sample } from '@/demo/samples'
import { messageFor } from '@/editor/messages'
import { SchemeSwitch } from '@/editor/SchemeSwitch'
import { browserLibrary } from '@/store/browserLibrary'
import type { SheetSummary } from '@/store/database'
import { saveText } from '@/store/files'
import { isDrawing, nameOfFile, sheetFromDrawing, sheetFromPicture } from '@/store/newSheets'
import { Cancelled, type Watch } from '@/store/photoPixels'
import { type Busy, NewSheet } from './NewSheet'
import { SampleShelf } from './SampleShelf'
import { SheetCard } from './SheetCard'

/** Set once the demo sheets were laid out, so that deleting them is respected. */
const DEMO_LAID_OUT = 'skiagram:demo-laid-out'

/** The user's sheets, and the ways to a new one. */
export function Home({ demo }: { demo: boolean }) {
	const router = useRouter()
	const { enqueueSnackbar } = useSnackbar()
	const { sheets, problem, reload } = useSheets(demo)
	const [busy, setBusy] = useState<Busy | null>(null)

	const tell = useCallback(
		(error: unknown, file?: string) =>
			enqueueSnackbar(messageFor(error, file), { variant: 'error', autoHideDuration: 15_000 }),
		[enqueueSnackbar],
	)

	const begin = useCallback(
		async (what: string, make: (watch: Watch) => Promise<string>) => {
			const controller = new AbortController()
			const cancel = () => controller.abort()
			const show = (share: number) => setBusy({ what, share, cancel })
			show(0)
			try {
				router.push(`/sheet/${await make({ tell: show, signal: controller.signal })}`)
			} catch (error) {
				setBusy(null)
				if (!(error instanceof Cancelled)) tell(error, what)
			}
		},
		[router, tell],
	)

	const take = useCallback(
		(files: readonly File[]) => {
			const [file] = files
			if (!file) return
			void begin(file.name, async (watch) => {
				const name = nameOfFile(file.name)
				if (!isDrawing(file))
					return (await sheetFromPicture(browserLibrary(), file, name, watch)).id
				const { sheet, skipped } = await sheetFromDrawing(browserLibrary(), await file.text(), name)
				if (skipped.length > 0)
					enqueueSnackbar(`Left out of “${file.name}”: ${skipped.join(', ')}.`)
				return sheet.id
			})
		},
		[begin, enqueueSnackbar],
	)

	useEffect(() => {
		const onPaste = (event: ClipboardEvent) => {
			if (event.target instanceof HTMLElement && event.target.closest('input, textarea')) return
			take([...(event.clipboardData?.files ?? [])])
		}
		window.addEventListener('paste', onPaste)
		return () => window.removeEventListener('paste', onPaste)
	}, [take])

	const startSample = (sample: Sample) =>
		void begin(sample.name, async (watch) => {
			const picture = await fetchSample(sample)
			return (await sheetFromPicture(browserLibrary(), picture, sample.name, watch)).id
		})

	const act = (work: () => Promise<unknown>) => void work().then(reload, tell)

	const remove = (sheet: SheetSummary) =>
		act(async () => {
			const restore = await browserLibrary().remove(sheet.id)
			const key = enqueueSnackbar(`“${sheet.name}” was deleted.`, {
				action: (
					<Button
						color="inherit"
						onClick={() => {
							closeSnackbar(key)
							act(restore)
						}}
					>
						Undo
					</Button>
				),
			})
		})

	const exportSheet = (sheet: SheetSummary) =>
		act(async () => {
			const loaded = await browserLibrary().load(sheet.id)
			await saveText(formatSvg(loaded.sheet), `${sheet.name}.svg`, 'image/svg+xml')
		})

	return (
		<Box
			component="main"
			sx={{ maxWidth: 1180, mx: 'auto', px: 3, py: 3, display: 'grid', gap: 3.5 }}
		>
			<Box component="header" sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
				<Typography variant="h1">Skiagram</Typography>
				<Typography variant="body1" sx={{ color: 'text.secondary', flexGrow: 1 }}>
					Photographs into clean outlines and silhouettes
				</Typography>
				<SchemeSwitch />
			</Box>
			{problem !== null && (
				<Alert severity="error" variant="outlined">
					{messageFor(problem)}
				</Alert>
			)}
			<Box
				sx={{
					display: 'grid',
					gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 4fr) minmax(0, 5fr)' },
					gap: 3,
				}}
			>
				<NewSheet busy={busy} onFiles={take} />
				<SampleShelf samples={SAMPLES} disabled={busy !== null} onStart={startSample} />
			</Box>
			<Box component="section" aria-label="Your sheets">
				<Typography variant="h2" sx={{ mb: 1.25 }}>
					Your sheets
				</Typography>
				{sheets?.length === 0 && (
					<Typography variant="body1" sx={{ color: 'text.secondary', maxWidth: '62ch' }}>
						None yet. There are two ways in: bring a photo of your own, or take a sample from the
						workshop’s shelf. Every sheet is kept in this browser as you work.
					</Typography>
				)}
				<Box
					sx={{
						display: 'grid',
						gridTemplateColumns: 'repeat(auto-fill, minmax(240px, 1fr))',
						gap: 2,
					}}
				>
					{sheets?.map((sheet) => (
						<SheetCard
							key={sheet.id}
							sheet={sheet}
							onRename={(name) => act(() => browserLibrary().rename(sheet.id, name))}
							onDuplicate={() => act(() => browserLibrary().duplicate(sheet.id))}
							onExport={() => exportSheet(sheet)}
							onDelete={() => remove(sheet)}
						/>
					))}
				</Box>
			</Box>
		</Box>
	)
}

/** The stored sheets; on a first visit of the demo, after its sheets are laid out. */
function useSheets(demo: boolean) {
	const [sheets, setSheets] = useState<readonly SheetSummary[] | null>(null)
	const [problem, setProblem] = useState<unknown>(null)
	const reload = useCallback(async () => {
		try {
			setSheets(await browserLibrary().list())
			setProblem(null)
		} catch (error) {
			setProblem(error)
		}
	}, [])
	useEffect(() => {
		const library = browserLibrary()
		const start = async () => {
			await reload()
			if (demo && !localStorage.getItem(DEMO_LAID_OUT)) {
				localStorage.setItem(DEMO_LAID_OUT, 'yes')
				await layOutDemoSheets(library)
				await reload()
			}
			await library.sweepPhotos()
		}
		start().catch(setProblem)
	}, [demo, reload])
	return { sheets, problem, reload }
}
