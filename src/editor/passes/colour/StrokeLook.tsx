'use client'

import Box from '@mui/material/Box'
import type { Stroke } from '@/core'
import { LengthField } from '@/kit/LengthField'
import { CAPS, JOINS, PictureChoice } from '@/kit/PictureChoice'
import { TypedField } from '@/kit/TypedField'
import { WordChoice } from '@/kit/WordChoice'
import { NoneChosen } from './FillSection'
import { PaintFields } from './PaintFields'
import { usePaints } from './usePaints'

/** Lines broken in ways that are often wanted, as shares of their width. */
const DASHES = [
	['line', 'Unbroken', []],
	['dashes', 'Dashes', [4, 3]],
	['long', 'Long dashes', [8, 4]],
	['dots', 'Dots', [0, 2]],
	['mixed', 'Dash and dot', [6, 3, 0, 3]],
] as const

type DashName = (typeof DASHES)[number][0] | 'own'

/** How the lines of the pieces chosen are drawn. */
export function StrokeLook() {
	const { pieces, swatches, readOnly, paint, each, rest } = usePaints()
	const [first] = pieces
	if (!first) return <NoneChosen />
	const { stroke } = first
	const set = (label: string, change: Partial<Stroke>, key: string) =>
		paint(label, { stroke: change }, key)
	const once = (label: string, change: Partial<Stroke>) => {
		set(label, change, label)
		rest()
	}
	const none = stroke.paint.kind === 'none'
	return (
		<>
			<PaintFields
				what="Stroke"
				paint={stroke.paint}
				swatches={swatches}
				disabled={readOnly}
				onChange={(make) => each('stroke', make)}
				onRest={rest}
			/>
			{!none && (
				<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, pt: 0.75 }}>
					<LengthField
						label="Stroke width"
						px={stroke.width}
						disabled={readOnly}
						onChange={(next) => {
							const width = Math.max(0.05, next(stroke.width))
							once('Change the stroke’s width', { width, ...scaledDashes(stroke, width) })
						}}
					/>
					<PictureChoice
						label="Corners"
						value={stroke.join ?? 'miter'}
						pictures={JOINS}
						disabled={readOnly}
						onChange={(join) => once('Change the stroke’s corners', { join })}
					/>
					<PictureChoice
						label="Ends"
						value={stroke.cap ?? 'butt'}
						pictures={CAPS}
						disabled={readOnly}
						onChange={(cap) => once('Change the stroke’s ends', { cap })}
					/>
					<WordChoice
						label="Line"
						value={dashName(stroke)}
						words={dashName(stroke) === 'own' ? [...DASH_WORDS, ['own', 'Own dashes']] : DASH_WORDS}
						onChange={(name) => {
							const shares = DASHES.find(([one]) => one === name)?.[2] ?? []
							const dashes = shares.map((share) => share * stroke.width)
							// A dot is a dash of no length with round ends.
							once('Change the dashes', {
								dashes,
								...(shares.some((v) => v === 0) && { cap: 'round' }),
							})
						}}
					/>
					<TypedField
						key={written(stroke.dashes ?? [])}
						label="Dashes and gaps, px"
						shown={written(stroke.dashes ?? [])}
						read={typedDashes}
						wants="Lengths in turn, as 4 3; one at least of more than 0."
						disabled={readOnly}
						wide
						onChange={(dashes) => once('Change the dashes', { dashes })}
					/>
				</Box>
			)}
		</>
	)
}

const DASH_WORDS: readonly (readonly [DashName, string])[] = DASHES.map(([name, says]) => [
	name,
	says,
])

/** Which of the ways a line is broken, whatever its width. */
function dashName({ dashes = [], width }: Stroke): DashName {
	const found = DASHES.find(
		([, , shares]) =>
			shares.length === dashes.length &&
			shares.every((share, n) => Math.abs(share * width - (dashes[n] ?? 0)) < 1e-6 * width),
	)
	return found?.[0] ?? 'own'
}

/** Dashes that go with the width go on doing so. */
function scaledDashes(stroke: Stroke, width: number): Partial<Stroke> {
	if (dashName(stroke) === 'own' || !stroke.dashes) return {}
	return { dashes: stroke.dashes.map((dash) => (dash * width) / stroke.width) }
}

/** Dashes as they are written. */
const written = (dashes: readonly number[]) => dashes.map((v) => Number(v.toFixed(2))).join(' ')

/** Lengths in turn; `null` for what is none, or would leave nothing to see. */
function typedDashes(text: string): number[] | null {
	const numbers = text
		.split(/[\s;]+/)
		.filter(Boolean)
		.map(Number)
	if (!numbers.every((v) => Number.isFinite(v) && v >= 0)) return null
	return numbers.length > 0 && numbers.every((v) => v === 0) ? null : numbers
}
