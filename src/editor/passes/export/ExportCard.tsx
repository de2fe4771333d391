'use client'

import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import {
	exportSummary,
	FORMATS,
	type Format,
	type Sheet,
	startingSettings,
	svgFormat,
} from '@/core'
import { useSaveAs } from '@/editor/workbench/useSaveAs'
import { useSheetAtRest } from '@/editor/workbench/workbench'
import { Facts } from '@/kit/Facts'
import { Notice } from '@/kit/Notice'
import { WordChoice } from '@/kit/WordChoice'

export function ExportCard() {
	const sheet = useSheetAtRest()
	const saveAs = useSaveAs()
	const [format, setFormat] = useState<Format>(svgFormat)
	const [settings, setSettings] = useState(() => startingSettings(svgFormat))
	const choose = (next: Format) => {
		setFormat(next)
		setSettings(startingSettings(next))
	}
	const { pieces, openings, nodes, openOutlines } = useMemo(() => exportSummary(sheet), [sheet])
	const bytes = useMemo(
		() => new Blob([...format.write(sheet, settings)]).size,
		[sheet, format, settings],
	)
	const facts: readonly (readonly [string, string])[] = [
		['Size', `${sheet.width} × ${sheet.height} px`],
		...(sheet.mmPerPx === undefined
			? []
			: [['Real size', realSize(sheet, sheet.mmPerPx)] as const]),
		['Pieces', String(pieces)],
		['Openings', String(openings)],
		['Nodes', String(nodes)],
		['File', `${(bytes / 1000).toFixed(1)} kB`],
	]
	return (
		<>
			<Facts facts={facts} />
			{FORMATS.length > 1 && (
				<WordChoice
					label="Format"
					value={format.id}
					words={FORMATS.map(({ id, name }) => [id, name] as const)}
					onChange={(id) => choose(FORMATS.find((one) => one.id === id) ?? format)}
				/>
			)}
			{format.options.map(({ id, name, choices, start }) => (
				<TextField
					key={id}
					select
					label={name}
					value={settings[id] ?? start}
					onChange={(event) => setSettings({ ...settings, [id]: Number(event.target.value) })}
				>
					{choices.map(({ value, says }) => (
						<MenuItem key={value} value={value}>
							{says}
						</MenuItem>
					))}
				</TextField>
			))}
			{openOutlines > 0 && (
				<Notice severity="warning">
					{openOutlines === 1
						? 'One outline is open and goes'
						: `${openOutlines} outlines are open and go`}{' '}
					out as a line, not as a filled shape.
				</Notice>
			)}
			<Button
				variant="contained"
				size="medium"
				disabled={pieces === 0}
				startIcon={<FileDownloadOutlined />}
				onClick={() => void saveAs(format, settings)}
			>
				Save as {format.name}
			</Button>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				{pieces === 0 ? 'There is nothing to export yet.' : format.says}
			</Typography>
		</>
	)
}

function realSize({ width, height }: Sheet, mmPerPx: number): string {
	const [w, h] = [width, height].map((px) => (px * mmPerPx).toFixed(1))
	return `${w} × ${h} mm`
}
