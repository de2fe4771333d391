'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect } from 'react'
import {
	applyAffine,
	composeAffine,
	invertAffine,
	type PlacedPhoto,
	type Point,
	setRealSize,
} from '@/core'
import { useTakePicture } from '@/editor/workbench/takePicture'
import { useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { rectifyPicture } from '@/jobs/pictures'
import { CardFoot } from '@/kit/CardFoot'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { NumberField } from '@/kit/NumberField'
import { usePhotoAtHand } from './photoAtHand'
import { firstCorners, squareUpSlice } from './squareUpSlice'

/** What is known of the flat thing, and what lays it square. */
export function SquareUpOptions() {
	const { open, slices, library, refresh } = useWorkbench()
	const take = useTakePicture()
	const photo = usePhotoAtHand()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const slice = slices.of(squareUpSlice)
	const { corners, width, height, curvature } = useSlice(squareUpSlice, (state) => state)
	const id = photo?.id
	useEffect(() => {
		const now = open.sheet().photos.find((each) => each.id === id)
		slice.setState({ corners: now ? firstCorners(now) : null })
		refresh()
		return () => slice.setState({ corners: null })
	}, [id, open, slice, refresh])
	const measure = (side: 'width' | 'height') => (next: (now: number) => number) => {
		const mm = next(slice.getState()[side] ?? 0)
		slice.setState({ [side]: mm > 0 ? mm : null })
	}
	const square = async () => {
		const back = photo && invertAffine(photo.place)
		if (!photo || !back || !corners) return
		const quad = corners.map((p) => applyAffine(back, p))
		const wish = {
			quad,
			curvature,
			...(width !== null && height !== null && { ratio: width / height }),
		}
		let rectangle = { minX: 0, minY: 0, maxX: 1, maxY: 1 }
		const picture = await take(
			async (watch) => {
				const stored = await library.photo(photo.blob)
				if (!stored) throw new Error('Its file is no longer in this browser’s storage')
				const made = await rectifyPicture(stored.blob, wish, watch)
				rectangle = made.rectangle
				return made.blob
			},
			photo.name,
			`Laying “${photo.name}” square`,
		)
		if (!picture) return
		open.apply('Lay a photo square', (sheet) => {
			const { place, mmPerPx } = laid(photo, corners, rectangle, width)
			const photos = sheet.photos.map((each) =>
				each.id === photo.id ? { ...each, ...picture, place } : each,
			)
			return setRealSize({ ...sheet, photos }, mmPerPx ?? sheet.mmPerPx)
		})
		refresh()
	}
	return (
		<Box sx={{ display: 'grid', gap: 0.75 }}>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				How large it really is, where it was measured: both sides give its proportion, the width the
				sheet’s size in mm.
			</Typography>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75, pt: 0.5 }}>
				<NumberField label="Its width" unit="mm" value={width} onChange={measure('width')} />
				<NumberField label="Its height" unit="mm" value={height} onChange={measure('height')} />
			</Box>
			<LabelledSlider
				label="Curvature of the lens"
				shown={`${Math.round(curvature * 100)} %`}
				value={curvature}
				min={-0.3}
				max={0.3}
				step={0.01}
				normal={0}
				onChange={(next) => slice.setState({ curvature: next })}
			/>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				Outlines that are traced already stay where they are: lay the photo square first.
			</Typography>
			<CardFoot>
				<Button
					variant="contained"
					disabled={!photo || !corners || readOnly}
					onClick={() => void square()}
					sx={{ minHeight: 36 }}
				>
					Lay it square
				</Button>
			</CardFoot>
		</Box>
	)
}

/** The new picture lies so that the rectangle is where the corners were, as large and upright. */
function laid(
	{ place }: PlacedPhoto,
	corners: readonly Point[],
	{ minX, minY, maxX, maxY }: { minX: number; minY: number; maxX: number; maxY: number },
	width: number | null,
) {
	const middle = corners.reduce<Point>((sum, [x, y]) => [sum[0] + x / 4, sum[1] + y / 4], [0, 0])
	const scale = Math.sqrt(Math.abs(place[0] * place[3] - place[1] * place[2]))
	const centre: Point = [(minX + maxX) / 2, (minY + maxY) / 2]
	return {
		place: composeAffine(
			[1, 0, 0, 1, middle[0], middle[1]],
			composeAffine([scale, 0, 0, scale, 0, 0], [1, 0, 0, 1, -centre[0], -centre[1]]),
		),
		...(width !== null && { mmPerPx: width / ((maxX - minX) * scale) }),
	}
}
