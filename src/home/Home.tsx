'use client'

import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useState } from 'react'
import { type Format, isDrillSheet, startingSettings, svgFormat } from '@/core'
import { fetchSample, layOutDemoSheets } from '@/demo/demoSheets'
import { SAMPLES, type Sample } from '@/demo/samples'
import type { Watch } from '@/jobs/endpoint'
import { Cancelled } from '@/jobs/problems'
import { ARCHIVES, STORED_SHEETS } from '@/kit/fileKinds'
import { chooseFiles, saveFile } from '@/kit/files'
import { late } from '@/kit/late'
import { messageFor } from '@/kit/messages'
import { SchemeSwitch } from '@/kit/SchemeSwitch'
import { closeSnack, showProblem, showSnack } from '@/kit/snackbar'
import { beginTour } from '@/kit/tour'
import { browserLibrary } from '@/store/browserLibrary'
import type { Binned, Collection, SetAside, SheetSummary } from '@/store/database'
import { isDrawing, nameOfFile } from '@/store/fileNames'
import { deleteStored, renameStored, restoreStored } from '@/store/homeActs'
import {
	type AskLater,
	isArchive,
	isStoredSheet,
	saysFlaws,
	saysSkipped,
	sheetFromDrawing,
	sheetFromPicture,
	sheetFromStored,
} from '@/store/newSheets'
import { inOneFile, type OutFile } from '@/store/oneFile'
import { askToLast } from '@/store/space'
import { useBoxes } from './boxes/useBoxes'
import { Collections } from './Collections'
import { FirstVisit } from './FirstVisit'
import { Bin, SetAsideList, textOf } from './Kept'
import { type Busy, NewSheet } from './NewSheet'
import { PracticeCard } from './PracticeCard'
import { SampleShelf } from './SampleShelf'
import { SheetShelf } from './SheetShelf'
import { SpaceKept } from './SpaceKept'
import { useArchives } from './useArchives'
import { type Asking, useLaterAsked } from './useLaterAsked'
import { useLaunchedFiles } from './useLaunchedFiles'

const DifferingDialog = late(
	() => import('./DifferingDialog').then((m) => m.DifferingDialog),
	'over',
)

const BoxEach = late(() => import('./boxes/BoxEach').then((m) => m.BoxEach), 'over')
const LaterDialog = late(() => import('./LaterDialog').then((m) => m.LaterDialog), 'over')

/** “yes” once the demo sheets were laid out, so that deleting them is respected; until then which were. */
const DEMO_LAID_OUT = 'skiagram:demo-laid-out'

/** The user's sheets, and the ways to a new one. */
export function Home({ demo }: { demo: boolean }) {
	const router = useRouter()
	const { sheets, binned, setAside, collections, problem, reload } = useSheets(demo)
	const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
	const [busy, setBusy] = useState<Busy | null>(null)

	const begin = useCallback(async (what: string, make: Make): Promise<string | null> => {
		const controller = new AbortController()
		const cancel = () => controller.abort()
		const show = (share: number) => setBusy({ what, share, cancel })
		show(0)
		try {
			return await make({ tell: show, signal: controller.signal })
		} catch (error) {
			setBusy(null)
			if (!(error instanceof Cancelled)) showProblem(error, { file: what })
			return null
		}
	}, [])
	const goTo = useCallback(
		(id: string | null) => {
			if (id !== null) router.push(`/sheet/${id}`)
		},
		[router],
	)

	const boxes = useBoxes(collections, sheets ?? [], reload)
	const { later, asking } = useLaterAsked()
	const archives = useArchives()
	const { open: openArchive } = archives
	const take = useCallback(
		(files: readonly File[]) => {
			if (files.length === 0) return
			void askToLast(navigator.storage)
			// One after the other: each may ask something.
			const openEach = async (all: readonly File[]) => {
				for (const archive of all)
					await openArchive(archive).catch((error: unknown) =>
						showProblem(error, { file: archive.name }),
					)
				await reload()
			}
			const zips = files.filter(isArchive)
			if (zips.length > 0) void openEach(zips)
			const others = files.filter((each) => !isArchive(each))
			const [file, more] = others
			if (!file) return
			if (more)
				void beginEach(others, begin, asking)
					.then(reload)
					.then(() => setBusy(null))
			else void begin(file.name, (watch) => sheetFromFile(file, asking(watch, file))).then(goTo)
		},
		[begin, goTo, reload, openArchive, asking],
	)

	useLaunchedFiles(take)
	useEffect(() => {
		const onPaste = (event: ClipboardEvent) => {
			if (event.target instanceof HTMLElement && event.target.closest('input, textarea')) return
			take([...(event.clipboardData?.files ?? [])])
		}
		/** Dropped beside the target a file would be opened by the browser, and the page left. */
		const onDrop = (event: DragEvent) => {
			event.preventDefault()
			if (event.type === 'drop') take([...(event.dataTransfer?.files ?? [])])
		}
		const bound = new AbortController()
		const { signal } = bound
		window.addEventListener('paste', onPaste, { signal })
		window.addEventListener('dragover', onDrop, { signal })
		window.addEventListener('drop', onDrop, { signal })
		return () => bound.abort()
	}, [take])

	const startSample = (sample: Sample, begun: (id: string) => void = () => {}) =>
		void begin(sample.name, async (watch) => {
			const picture = await fetchSample(sample)
			const { id } = await sheetFromPicture(browserLibrary(), picture, sample.name, watch)
			begun(id)
			return id
		}).then(goTo)

	const act = (work: () => Promise<unknown>) =>
		// What was done before something failed is done.
		void work()
			.catch((error) => void showProblem(error))
			.then(reload)

	const remove = (gone: readonly SheetSummary[]) =>
		act(async () => {
			for (const { id } of gone) await deleteStored(id)
			const back = async () => {
				for (const { id } of gone) await restoreStored(id)
			}
			const key = showSnack(`${named(gone)} laid in the bin.`, {
				action: (
					<Button
						color="inherit"
						onClick={() => {
							closeSnack(key)
							act(back)
						}}
					>
						Undo
					</Button>
				),
			})
		})

	const save = (chosen: readonly SheetSummary[], format: Format = svgFormat) =>
		act(async () => {
			const files: OutFile[] = []
			for (const sheet of chosen) files.push(...(await filesOf(sheet, format)))
			const file = await inOneFile(files, 'sheets')
			if (file) await saveFile([file.blob], file.name, file.blob.type)
			else showSnack('Nothing is traced on them: there is nothing to save in that kind of file.')
		})

	const duplicate = (chosen: readonly SheetSummary[]) =>
		act(async () => {
			for (const { id } of chosen) await browserLibrary().duplicate(id)
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
				<SampleShelf
					samples={SAMPLES}
					disabled={busy !== null}
					onStart={(sample) => startSample(sample)}
				/>
			</Box>
			{/* Their places are kept: nothing moves under a hand that is on its way to a photo, or to either of them. */}
			<Box
				sx={{
					minHeight: 84,
					display: 'grid',
					gap: 3,
					gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
				}}
			>
				<PracticeCard />
				<FirstVisit busy={busy !== null} onBegin={(sample) => startSample(sample, beginTour)} />
			</Box>
			<Collections
				collections={collections}
				sheets={sheets ?? []}
				onGo={goTo}
				onChoose={(ids) => setChosen(new Set(ids))}
				onBoxes={boxes.begin}
				onRename={(id, name) =>
					act(async () => (await browserLibrary().collections()).rename(id, name))
				}
				onForget={(id) => act(async () => (await browserLibrary().collections()).forget(id))}
			/>
			<SheetShelf
				sheets={sheets}
				chosen={chosen}
				setChosen={setChosen}
				acts={{
					rename: (sheet, name) => act(() => renameStored(sheet.id, name)),
					duplicate,
					save,
					remove,
				}}
			/>
			<Bin
				binned={binned}
				onRestore={(id) => act(() => restoreStored(id))}
				onDrop={(id) => act(() => browserLibrary().dropBinned(id))}
			/>
			<SetAsideList
				setAside={setAside}
				onDownload={(kept) =>
					act(() => saveFile([textOf(kept)], 'sheet-set-aside.json', 'application/json'))
				}
				onMend={(kept) =>
					void begin('the sheet that was set aside', () => openStored(textOf(kept), 'it')).then(
						goTo,
					)
				}
				onOpen={async () => take(await chooseFiles(STORED_SHEETS))}
				onDrop={({ key }) =>
					act(async () => key !== undefined && browserLibrary().dropSetAside(key))
				}
			/>
			<SpaceKept
				changed={sheets}
				onSave={sheets && sheets.length > 0 ? () => act(archives.save) : null}
				onOpen={async () => take(await chooseFiles(ARCHIVES))}
			/>
			{boxes.boxing && (
				<BoxEach
					sheets={boxes.boxing.sheets}
					onBox={(asked) => act(() => boxes.ask(asked))}
					onClose={boxes.end}
				/>
			)}
			{later && <LaterDialog file={later.file} onAnswer={later.answer} />}
			{archives.asked && (
				<DifferingDialog names={archives.asked.names} onChoose={archives.asked.answer} />
			)}
		</Box>
	)
}

/** A sheet's artwork as files of one kind; none where nothing is traced on it. */
async function filesOf({ id }: SheetSummary, format: Format): Promise<readonly OutFile[]> {
	const library = browserLibrary()
	const { outFiles } = await import('@/kit/outFiles')
	const { fileWriter } = await import('@/jobs/exporting')
	const { sheet } = await library.load(id)
	const wish = {
		what: 'all',
		format,
		settings: startingSettings(format),
		page: 'sheet',
		strokes: 'scale',
	} as const
	const photoOf = async (blob: string) => (await library.photo(blob))?.blob
	return (await outFiles(sheet, new Set(), wish, { ...fileWriter, photoOf })) ?? []
}

const named = (sheets: readonly SheetSummary[]): string =>
	sheets.length === 1 ? `“${sheets[0]?.name}” was` : `${sheets.length} sheets were`

/** A file that somebody gave; chosen where the browser lets one write to it again it says where it is. */
type GivenFile = File & { readonly handle?: FileSystemFileHandle }

/** Makes a sheet and tells its id. */
type Make = (watch: Watch) => Promise<string>

/** A new sheet from one file, a picture or a drawing. @returns its id */
async function sheetFromFile(file: GivenFile, { watch, askLater }: Asking): Promise<string> {
	const name = nameOfFile(file.name)
	if (isStoredSheet(file)) return openStored(await file.text(), file.name, askLater)
	if (!isDrawing(file)) return (await sheetFromPicture(browserLibrary(), file, name, watch)).id
	const { sheet, skipped, ours } = await sheetFromDrawing(browserLibrary(), file, name, {
		watch,
		askLater,
	})
	// What a later version wrote was asked about already.
	const flaws = ours && saysFlaws(file.name, { ...ours, later: false })
	// It is saved to the same file again, unless that holds what is not here.
	if (ours && !ours.later && !flaws && file.handle)
		await browserLibrary().keepPlace(sheet.id, file.handle)
	const said = ours ? flaws : saysSkipped(file.name, skipped)
	if (said) showSnack(said, { variant: ours ? 'warning' : 'default', autoHideDuration: 12_000 })
	return sheet.id
}

/** As much of a sheet's stored text as can be read, as a new sheet. @returns its id */
async function openStored(text: string, name: string, askLater?: AskLater): Promise<string> {
	const { sheet, lost } = await sheetFromStored(browserLibrary(), text, askLater)
	const things = lost === 1 ? '1 thing' : `${lost} things`
	if (lost > 0) showSnack(`${things} in “${name}” could not be read and were left out.`)
	return sheet.id
}

/** Several files become a sheet each; one stays at home to choose among them. */
async function beginEach(
	files: readonly File[],
	begin: (what: string, make: Make) => Promise<string | null>,
	asking: (watch: Watch, file: File) => Asking,
): Promise<void> {
	const begun: { readonly id: string; readonly name: string; readonly photo: boolean }[] = []
	for (const [i, file] of files.entries()) {
		const what = `${file.name} (${i + 1} of ${files.length})`
		const id = await begin(what, (watch) => sheetFromFile(file, asking(watch, file)))
		const photo = !isDrawing(file) && !isStoredSheet(file)
		if (id !== null) begun.push({ id, name: nameOfFile(file.name), photo })
	}
	const photos = begun.filter(({ photo }) => photo)
	if (photos.length > 1) await collect(photos)
	showSnack(`${begun.length} of ${files.length} files became a sheet each.`)
}

/** Photos that came in together are worked through together. */
async function collect(photos: readonly { readonly id: string; readonly name: string }[]) {
	const { nameOfCollection } = await import('@/store/collections')
	const name = nameOfCollection(
		photos.map((photo) => photo.name),
		new Date(),
	)
	const ids = photos.map(({ id }) => id)
	await (await browserLibrary().collections()).add(name, ids)
}

/** Which demo sheets a first visit has laid out so far. */
function laidOutDemos() {
	const all = new Set((localStorage.getItem(DEMO_LAID_OUT) ?? '').split(' ').filter(Boolean))
	return {
		has: (id: string) => all.has(id),
		add: (id: string) => {
			all.add(id)
			localStorage.setItem(DEMO_LAID_OUT, [...all].join(' '))
		},
	}
}

/** The stored sheets; on a first visit of the demo, after its sheets are laid out. */
function useSheets(demo: boolean) {
	const [sheets, setSheets] = useState<readonly SheetSummary[] | null>(null)
	const [kept, setKept] = useState<{
		readonly binned: readonly Binned[]
		readonly setAside: readonly SetAside[]
		readonly collections: readonly Collection[]
	}>({ binned: [], setAside: [], collections: [] })
	const [problem, setProblem] = useState<unknown>(null)
	const reload = useCallback(async () => {
		try {
			const library = browserLibrary()
			// What drills are done on has a page of its own.
			setSheets((await library.list()).filter(({ id }) => !isDrillSheet(id)))
			setKept({
				binned: await library.binned(),
				setAside: await library.allSetAside(),
				// Home is there without them, too.
				collections: await library
					.collections()
					.then((all) => all.list())
					.catch(() => []),
			})
			setProblem(null)
		} catch (error) {
			setProblem(error)
		}
	}, [])
	useEffect(() => {
		const library = browserLibrary()
		const start = async () => {
			await reload()
			if (demo && localStorage.getItem(DEMO_LAID_OUT) !== 'yes') {
				await layOutDemoSheets(library, laidOutDemos())
				localStorage.setItem(DEMO_LAID_OUT, 'yes')
				await reload()
			}
			await library.sweepPhotos()
		}
		start().catch(setProblem)
	}, [demo, reload])
	// What other tabs did meanwhile shows when one comes back to this one.
	useEffect(() => {
		const look = () => void (document.visibilityState === 'visible' && reload())
		document.addEventListener('visibilitychange', look)
		return () => document.removeEventListener('visibilitychange', look)
	}, [reload])
	return { sheets, ...kept, problem, reload }
}
