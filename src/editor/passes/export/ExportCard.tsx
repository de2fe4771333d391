'use client'

import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { exportSummary, formatSvg, type Sheet } from '@/core'
import { useSheetAtRest } from '../../workbench'
import { Facts } from '../Facts'
import { Notice } from '../Notice'
import { useSaveSvg } from '../useSaveSvg'

const PRECISIONS = [
	{ digits: 1, label: '0.1 px, smallest file' },
	{ digits: 2, label: '0.01 px' },
	{ digits: 3, label: '0.001 px, finest' },
]

export function ExportCard() {
	const sheet = useSheetAtRest()
	const saveSvg = useSaveSvg()
	const [digits, setDigits] = useState(3)
	const { pieces, openings, nodes, openOutlines } = useMemo(() => exportSummary(sheet), [sheet])
	const bytes = useMemo(() => new Blob([formatSvg(sheet, { digits })]).size, [sheet, digits])
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
			<TextField
				select
				label="Precision"
				value={digits}
				onChange={(event) => setDigits(Number(event.target.value))}
			>
				{PRECISIONS.map((p) => (
					<MenuItem key={p.digits} value={p.digits}>
						{p.label}
					</MenuItem>
				))}
			</TextField>
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
				onClick={() => void saveSvg(digits)}
			>
				Save as SVG
			</Button>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				{pieces === 0
					? 'There is nothing to export yet.'
					: 'Each piece is one path with its openings and fill rule, on a page the size of the sheet. The photo is not included.'}
			</Typography>
		</>
	)
}

function realSize({ width, height }: Sheet, mmPerPx: number): string {
	const [w, h] = [width, height].map((px) => (px * mmPerPx).toFixed(1))
	return `${w} × ${h} mm`
}
