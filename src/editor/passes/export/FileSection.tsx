'use client'

import ContentCopyRounded from '@mui/icons-material/ContentCopyRounded'
import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined'
import IosShareRounded from '@mui/icons-material/IosShareRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useCallback, useMemo, useState } from 'react'
import { exportSummary, FORMATS, fileStem, firstPage, type Sheet } from '@/core'
import { told, useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { fileWriter, lookAtPage, newestWriter, type Writer } from '@/jobs/exporting'
import { BlobPicture } from '@/kit/BlobPicture'
import { CardFoot } from '@/kit/CardFoot'
import { counted } from '@/kit/counted'
import { Facts } from '@/kit/Facts'
import { saveFile } from '@/kit/files'
import { Notice } from '@/kit/Notice'
import { type ExportWish, outFiles } from '@/kit/outFiles'
import { SwitchRow } from '@/kit/SwitchRow'
import { showSnack } from '@/kit/snackbar'
import { WordChoice } from '@/kit/WordChoice'
import { inOneFile, type OutFile } from '@/store/oneFile'
import { chosenPieces } from '@/store/selection'
import { exportSlice, sentSlice } from './exportSlice'
import { inFormat } from './inFormat'
import { GivenSize, OutSize, pageFor } from './OutSize'

const PAGES = [
	['sheet', 'As large as the sheet'],
	['artwork', 'Cut to the artwork'],
	['given', 'Fitted into a page'],
] as const

/** A wish must stand for so long before its files are made, to say how large they are, ms. */
const PAUSE_MS = 250

export function FileSection() {
	const { slices, library } = useWorkbench()
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const chosen = useMemo(() => chosenPieces(selection), [selection])
	const wish = useSlice(exportSlice, (state) => state)
	const set = (change: Partial<ExportWish>) => slices.of(exportSlice).setState(change)
	const what = possible(wish.what, chosen.size)
	const meant = useMemo(() => ({ ...wish, what }) as const, [wish, what])
	const make = useCallback(
		(writer: Writer) =>
			outFiles(sheet, chosen, meant, {
				...writer,
				photoOf: async (blob) => (await library.photo(blob))?.blob,
			}),
		[sheet, chosen, meant, library],
	)
	const ask = useCallback(() => make(newestWriter), [make])
	const page = useMemo(() => firstPage(sheet, chosen, meant), [sheet, chosen, meant])
	const refused = (page && wish.format.refuses?.(page, wish.settings)) ?? null
	const files = useAnswer(refused ? null : ask, PAUSE_MS)
	const { pieces, openings, nodes, openOutlines } = useMemo(
		() => exportSummary(page ?? { ...sheet, pieces: [] }),
		[page, sheet],
	)
	const { format } = wish
	const pixels = format.kind === 'picture' ? format.pixels : null
	return (
		<>
			{wish.format.kind !== 'sheet' && (
				<WordChoice
					label="What"
					value={what}
					words={[
						['all', 'All that shows'],
						...(chosen.size > 0
							? [['chosen', `${counted(chosen.size, 'chosen piece', 'chosen pieces')}`] as const]
							: []),
						['each', 'A file for each piece that shows'],
						...(chosen.size > 1
							? [['each-chosen', `A file for each of the ${chosen.size} chosen`] as const]
							: []),
					]}
					onChange={(next) => set({ what: next })}
				/>
			)}
			<WordChoice
				label="Format"
				value={format.id}
				words={FORMATS.map(({ id, name }) => [id, name] as const)}
				onChange={(id) => slices.of(exportSlice).setState(inFormat(wish, id), true)}
			/>
			{format.options.map(({ id, name, choices, start }) => (
				<TextField
					key={id}
					select
					size="small"
					label={name}
					value={wish.settings[id] ?? start}
					sx={COMPACT}
					onChange={(event) =>
						set({ settings: { ...wish.settings, [id]: Number(event.target.value) } })
					}
				>
					{choices.map(({ value, says }) => (
						<MenuItem key={value} value={value}>
							{says}
						</MenuItem>
					))}
				</TextField>
			))}
			{!pixels?.sizes && format.kind !== 'sheet' && !format.ownPage && (
				<>
					<WordChoice
						label="Page"
						value={typeof wish.page === 'object' ? 'given' : wish.page}
						words={PAGES}
						onChange={(next) => set({ page: next === 'given' ? pageFor(page, format) : next })}
					/>
					{typeof wish.page === 'object' ? (
						<GivenSize given={wish.page} wish={wish} onChange={(given) => set({ page: given })} />
					) : (
						page && <OutSize page={page} wish={wish} onChange={set} />
					)}
					{!pixels && (wish.width !== undefined || typeof wish.page === 'object') && (
						<SwitchRow
							label="Strokes grow with it"
							checked={wish.strokes === 'scale'}
							onChange={(on) => set({ strokes: on ? 'scale' : 'stay' })}
						/>
					)}
				</>
			)}
			{page && !refused && <Preview sheet={sheet} chosen={chosen} wish={meant} />}
			{refused && <Notice severity="error">{refused}</Notice>}
			<Facts
				facts={[
					['Pieces', String(pieces)],
					['Openings', String(openings)],
					['Nodes', String(nodes)],
					[
						files && files.length > 1 ? `${files.length} files` : 'File',
						files ? sizeOf(files) : '…',
					],
				]}
			/>
			{openOutlines > 0 && (
				<Notice severity="warning">
					{openOutlines === 1
						? 'One outline is open and goes'
						: `${openOutlines} outlines are open and go`}{' '}
					out as a line, not as a filled shape.
				</Notice>
			)}
			<SendButtons
				sheet={sheet}
				// What was made to say how large it is goes out as it is.
				made={() => (files ? Promise.resolve(files) : make(fileWriter))}
				wish={meant}
				disabled={pieces === 0 || refused !== null}
			/>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				{pieces === 0 ? 'There is nothing to export yet.' : format.says}
			</Typography>
		</>
	)
}

/** As high as the other choices of the card. */
const COMPACT = { '& .MuiSelect-select': { py: 0.6, minHeight: 0, lineHeight: '18px' } } as const

/** What is meant where less is chosen than what was wished needs. */
function possible(what: ExportWish['what'], chosen: number): ExportWish['what'] {
	if (what === 'each-chosen' && chosen < 2) return chosen === 1 ? 'chosen' : 'each'
	return what === 'chosen' && chosen === 0 ? 'all' : what
}

function SendButtons({
	sheet,
	made,
	wish: { format },
	disabled,
}: {
	sheet: Sheet
	made: () => Promise<readonly OutFile[] | null>
	wish: ExportWish
	disabled: boolean
}) {
	const { slices } = useWorkbench()
	const [busy, setBusy] = useState(false)
	const withFile = async (use: (file: OutFile) => Promise<void>) => {
		setBusy(true)
		await told(
			made()
				.then((files) => files && inOneFile(files, fileStem(sheet.name)))
				.then((file) => file && use(file)),
		)
		setBusy(false)
	}
	const save = () =>
		withFile(async ({ name, blob }) => {
			if (!(await saveFile([blob], name, blob.type))) return
			showSnack(`Exported as ${name}.`)
			slices.of(sentSlice).setState(({ sent }) => ({ sent: sent + 1 }))
		})
	const copy = () =>
		withFile(async ({ blob }) => {
			await (format.kind === 'text'
				? navigator.clipboard.writeText(await blob.text())
				: navigator.clipboard.write([new ClipboardItem({ [blob.type]: blob })]))
			showSnack(`${format.name} is on the clipboard.`)
		})
	const share = () =>
		withFile(async ({ name, blob }) => {
			const files = [new File([blob], name, { type: blob.type })]
			if (navigator.canShare?.({ files })) await navigator.share({ files, title: sheet.name })
			else
				showSnack(
					`This browser does not share ${format.name} files: save it, and send it from there.`,
				)
		})
	const copies =
		format.kind === 'text'
			? format.copied
			: format.kind === 'picture' && format.pixels.type === 'image/png' && !format.pixels.sizes
	return (
		<CardFoot>
			<Box sx={{ display: 'grid', gap: 0.75 }}>
				<Button
					variant="contained"
					size="medium"
					disabled={disabled || busy}
					startIcon={<FileDownloadOutlined />}
					onClick={() => void save()}
				>
					Save as {format.name}
				</Button>
				<Box sx={{ display: 'flex', gap: 0.75 }}>
					{copies && (
						<Button
							fullWidth
							variant="outlined"
							disabled={disabled || busy}
							startIcon={<ContentCopyRounded />}
							onClick={() => void copy()}
						>
							Copy
						</Button>
					)}
					{'share' in navigator && (
						<Button
							fullWidth
							variant="outlined"
							disabled={disabled || busy}
							startIcon={<IosShareRounded />}
							onClick={() => void share()}
						>
							Share
						</Button>
					)}
				</Box>
			</Box>
		</CardFoot>
	)
}

/** What the page that goes out looks like. */
function Preview({
	sheet,
	chosen,
	wish,
}: {
	sheet: Sheet
	chosen: ReadonlySet<string>
	wish: ExportWish
}) {
	const ask = useCallback(() => lookAtPage(sheet, chosen, wish), [sheet, chosen, wish])
	const svg = useAnswer(ask)
	const blob = useMemo(
		() => (svg === null ? null : new Blob([svg], { type: 'image/svg+xml' })),
		[svg],
	)
	return <BlobPicture blob={blob} alt="The page that goes out" height={132} />
}

function sizeOf(files: readonly OutFile[]): string {
	const bytes = files.reduce((sum, { blob }) => sum + blob.size, 0)
	return bytes < 1e6 ? `${(bytes / 1000).toFixed(1)} kB` : `${(bytes / 1e6).toFixed(1)} MB`
}
