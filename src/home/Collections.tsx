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
	onBoxes,
	onRename,
	onForget,
}: {
	readonly collections: readonly Collection[]
	readonly sheets: readonly SheetSummary[]
	readonly onGo: (id: string) => void
	readonly onChoose: (ids: readonly string[]) => void
	/** Boxes are to be drawn on those that are not traced. */
	readonly onBoxes: (collection: Collection) => void
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
				{collections.map((collection) => {
					const { id, name, sheets: ids, boxes = [], toJudge = [] } = collection
					const left = ids.filter((each) => (byId.get(each)?.pieces ?? 0) === 0)
					const done = ids.length - left.length - toJudge.length
					const [next = ids[0]] = [...toJudge, ...left]
					const waiting = [
						boxes.length > 0 && `${boxes.length} being lifted`,
						toJudge.length > 0 && `${toJudge.length} to judge`,
						`${done} of ${ids.length} traced`,
					]
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
							<NameField label="Collection name" value={name} onChange={(to) => onRename(id, to)} />
							<ProgressBar label={`${name}: traced`} share={done / ids.length} />
							<Typography variant="body2" sx={{ px: 0.75, color: 'text.secondary' }}>
								{waiting.filter(Boolean).join(', ')}
							</Typography>
							<Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
								<Button
									size="small"
									variant="outlined"
									disabled={next === undefined}
									onClick={() => next !== undefined && onGo(next)}
								>
									{wayOn(left.length, toJudge.length)}
								</Button>
								{left.length > boxes.length && (
									<Button size="small" onClick={() => onBoxes(collection)}>
										A box on each
									</Button>
								)}
								<Button size="small" onClick={() => onChoose(ids)}>
									Choose its sheets
								</Button>
								<Button size="small" onClick={() => onForget(id)}>
									Take the collection apart
								</Button>
							</Box>
						</Box>
					)
				})}
			</Box>
		</Box>
	)
}

/** What the way to the next sheet is called. */
function wayOn(left: number, toJudge: number): string {
	if (toJudge > 0) return 'Judge the next'
	return left > 0 ? 'Go on with the next' : 'Look through its sheets'
}
