'use client'

import MoreHorizRounded from '@mui/icons-material/MoreHorizRounded'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import Link from '@mui/material/Link'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState } from 'react'
import { IDENTITY } from '@/core'
import { NameField } from '@/kit/NameField'
import { SketchedArtwork } from '@/kit/SketchedArtwork'
import { browserLibrary } from '@/store/browserLibrary'
import type { SheetSummary } from '@/store/database'

/** A sheet: its artwork over a faint photo, its name, when it was last edited, what it holds. */
export function SheetCard({
	sheet,
	chosen,
	choosing,
	onChoose,
	onRename,
	onDuplicate,
	onExport,
	onDelete,
}: {
	sheet: SheetSummary
	chosen: boolean
	/** Some are chosen: it shows that this one can be, too. */
	choosing: boolean
	/** @param upTo all between it and the one chosen before, too */
	onChoose: (upTo: boolean) => void
	onRename: (name: string) => void
	onDuplicate: () => void
	onExport: () => void
	onDelete: () => void
}) {
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	const [naming, setNaming] = useState(false)
	const afterwards = useRef(() => {})
	/** The menu gives the focus back as it goes: what was chosen is done after that. */
	const choose = (act: () => void) => () => {
		afterwards.current = act
		setAnchor(null)
	}
	const afterMenu = () => {
		afterwards.current()
		afterwards.current = () => {}
	}
	const address = `/sheet/${sheet.id}`
	return (
		<Box
			component="article"
			aria-label={sheet.name}
			sx={{
				position: 'relative',
				border: 1,
				borderColor: chosen ? 'primary.main' : 'divider',
				outline: chosen ? '2px solid' : 'none',
				outlineColor: 'primary.main',
				borderRadius: 1,
				overflow: 'hidden',
				bgcolor: 'background.paper',
				'&:hover': { borderColor: 'primary.main' },
				'& .choose': { opacity: choosing ? 1 : 0 },
				'&:hover .choose, &:focus-within .choose': { opacity: 1 },
				'@media (hover: none)': { '& .choose': { opacity: 1 } },
			}}
		>
			<Checkbox
				className="choose"
				checked={chosen}
				onClick={(event) => onChoose(event.shiftKey)}
				slotProps={{ input: { 'aria-label': `Choose ${sheet.name}` } }}
				sx={{
					position: 'absolute',
					top: 4,
					left: 4,
					zIndex: 1,
					p: 0.5,
					borderRadius: 1,
					bgcolor: 'background.paper',
					'&:hover': { bgcolor: 'background.paper' },
				}}
			/>
			<Link href={address} tabIndex={-1} aria-hidden="true" sx={{ display: 'block' }}>
				<FirstLook sheet={sheet} />
			</Link>
			<Box sx={{ display: 'flex', alignItems: 'center', px: 1, py: 0.75, gap: 0.5 }}>
				<Box sx={{ flexGrow: 1, minWidth: 0 }}>
					{naming ? (
						<NameField
							label="Sheet name"
							value={sheet.name}
							autoFocus
							onChange={onRename}
							onDone={() => setNaming(false)}
						/>
					) : (
						<Link
							href={address}
							color="inherit"
							underline="hover"
							noWrap
							sx={{ fontWeight: 600, display: 'block' }}
						>
							{sheet.name}
						</Link>
					)}
					<Link
						href={address}
						tabIndex={-1}
						color="inherit"
						underline="none"
						sx={{ display: 'block' }}
					>
						<Typography variant="caption" sx={{ color: 'text.secondary' }} suppressHydrationWarning>
							{counts(sheet)} · {whenEdited(sheet.editedAt)}
						</Typography>
					</Link>
				</Box>
				<IconButton
					aria-label={`More for ${sheet.name}`}
					aria-haspopup="menu"
					onClick={(event) => setAnchor(event.currentTarget)}
				>
					<MoreHorizRounded fontSize="small" />
				</IconButton>
				<Menu
					anchorEl={anchor}
					open={anchor !== null}
					onClose={() => setAnchor(null)}
					slotProps={{ transition: { onExited: afterMenu } }}
				>
					<MenuItem onClick={choose(() => setNaming(true))}>Rename</MenuItem>
					<MenuItem onClick={choose(onDuplicate)}>Duplicate</MenuItem>
					<MenuItem onClick={choose(onExport)} disabled={sheet.pieces === 0}>
						Save as SVG
					</MenuItem>
					<MenuItem onClick={choose(onDelete)}>Delete</MenuItem>
				</Menu>
			</Box>
		</Box>
	)
}

function FirstLook({ sheet }: { sheet: SheetSummary }) {
	const photo = useThumbnail(sheet.photo)
	const { place, width, height } = sheet.lies ?? { ...sheet, place: IDENTITY }
	return (
		<svg
			viewBox={`0 0 ${sheet.width} ${sheet.height}`}
			style={{ display: 'block', width: '100%', aspectRatio: '4 / 3', background: '#FBF9F4' }}
			aria-hidden="true"
		>
			{photo && (
				<image
					href={photo}
					width={width}
					height={height}
					transform={`matrix(${place.join()})`}
					preserveAspectRatio="none"
					opacity={sheet.pieces > 0 ? 0.4 : 0.9}
				/>
			)}
			<SketchedArtwork artwork={sheet.artwork} />
		</svg>
	)
}

function useThumbnail(id: string | null): string | null {
	const [url, setUrl] = useState<string | null>(null)
	useEffect(() => {
		if (!id) return
		let made: string | null = null
		let gone = false
		browserLibrary()
			.photo(id)
			.then((stored) => {
				if (gone || !stored) return
				made = URL.createObjectURL(stored.thumbnail ?? stored.blob)
				setUrl(made)
			})
			// A card without its photo still shows its artwork.
			.catch(() => setUrl(null))
		return () => {
			gone = true
			if (made) URL.revokeObjectURL(made)
		}
	}, [id])
	return url
}

function counts({ pieces, hidden = 0, nodes }: SheetSummary): string {
	if (pieces === 0)
		return hidden === 0
			? 'nothing traced yet'
			: `${hidden === 1 ? 'its one piece is' : `all ${hidden} pieces are`} hidden`
	return `${pieces} ${pieces === 1 ? 'piece' : 'pieces'}, ${nodes} nodes`
}

const STEPS: readonly (readonly [Intl.RelativeTimeFormatUnit, number])[] = [
	['day', 86_400_000],
	['hour', 3_600_000],
	['minute', 60_000],
]

function whenEdited(at: number): string {
	const ago = Date.now() - at
	const format = new Intl.RelativeTimeFormat('en', { numeric: 'auto' })
	const step = STEPS.find(([, size]) => ago >= size)
	return step ? format.format(-Math.floor(ago / step[1]), step[0]) : 'just now'
}
