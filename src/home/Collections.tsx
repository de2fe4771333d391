'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { NameField } from '@/kit/NameField'
import { ProgressBar } from '@/kit/ProgressBar'
import type { Collection, SheetSummary } from '@/store/database'

/** Sheets that came in together: how far they are, and the way to the next. */
export function Collections({
	collections,
	sheets,
	onGo,
	onChoose,
	onRename,
	onForget,
}: {
	readonly collections: readonly Collection[]
	readonly sheets: readonly SheetSummary[]
	readonly onGo: (id: string) => void
	readonly onChoose: (ids: readonly string[]) => void
	readonly onRename: (id: string, name: string) => void
	readonly onForget: (id: string) => void
}) {
	if (collections.length === 0) return null
	const byId = new Map(sheets.map((sheet) => [sheet.id, sheet]))
	return (
		<Box component="section" aria-label="Collections">
			<Typography variant="h2" sx={{ mb: 1.25 }}>
				Collections
			</Typography>
			<Box
				component="ul"
				sx={{
					m: 0,
					p: 0,
					listStyle: 'none',
					display: 'grid',
					gridTemplateColumns: 'repeat(auto-fill, minmax(340px, 1fr))',
					gap: 2,
				}}
			>
				{collections.map(({ id, name, sheets: ids }) => {
					const left = ids.filter((each) => (byId.get(each)?.pieces ?? 0) === 0)
					const done = ids.length - left.length
					const [next = ids[0]] = left
					return (
						<Box
							component="li"
							key={id}
							sx={{
								border: 1,
								borderColor: 'divider',
								borderRadius: 1,
								bgcolor: 'background.paper',
								p: 1.25,
								display: 'grid',
								gap: 0.75,
							}}
						>
							<Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
								<Box sx={{ flexGrow: 1, minWidth: 0 }}>
									<NameField
										label="Collection name"
										value={name}
										onChange={(to) => onRename(id, to)}
									/>
								</Box>
								<Typography variant="body2" className="number">
									{done} of {ids.length} traced
								</Typography>
							</Box>
							<ProgressBar label={`${name}: traced`} share={done / ids.length} />
							<Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
								<Button
									size="small"
									variant="outlined"
									disabled={next === undefined}
									onClick={() => next !== undefined && onGo(next)}
								>
									{left.length > 0 ? 'Go on with the next' : 'Look through it'}
								</Button>
								<Button size="small" onClick={() => onChoose(ids)}>
									Choose its sheets
								</Button>
								<Button size="small" onClick={() => onForget(id)}>
									Take it apart
								</Button>
							</Box>
						</Box>
					)
				})}
			</Box>
		</Box>
	)
}
