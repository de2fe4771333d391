'use client'

import ListSubheader from '@mui/material/ListSubheader'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import type { FontRef } from '@/core'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { SHIPPED_FONTS } from '@/jobs/fontList'
import { fontSays } from '@/jobs/lettering'
import { FONTS } from '@/kit/fileKinds'
import { chooseFiles } from '@/kit/files'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { showProblem } from '@/kit/snackbar'
import type { StoredFont } from '@/store/database'

/** The words for what a font's maker lets one do; letters always go out as outlines. */
const LICENCES: Readonly<Record<StoredFont['licence'], string>> = {
	installable: 'Its maker lets it be used and embedded.',
	editable: 'Its maker lets it be embedded in documents that are edited.',
	preview: 'Its maker lets it be embedded to look at and print alone.',
	restricted:
		'Its maker does not let it be embedded without leave: see its licence before you send work out.',
}

const BRING = 'bring'

/** The font of words: one that comes along, or one that was brought. */
export function FontChoice({
	font,
	onChange,
}: {
	font: FontRef
	onChange: (font: FontRef, key?: string) => void
}) {
	const { library, open } = useWorkbench()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const [own, setOwn] = useState<readonly StoredFont[]>([])
	useEffect(() => {
		void library.fonts().then(async (fonts) => setOwn(await fonts.all()))
	}, [library])
	const all = [...SHIPPED_FONTS, ...own]
	const chosen = all.find(({ id }) => id === font.id)
	const take = ({ id, family, style, weights }: (typeof all)[number]) =>
		onChange({
			id,
			family,
			style,
			...(weights && { weight: Math.min(weights[1], Math.max(weights[0], font.weight ?? 700)) }),
		})
	const bring = async () => {
		try {
			const [file] = await chooseFiles(FONTS)
			if (!file) return
			const fonts = await library.fonts()
			const added = await fonts.add(file, await fontSays(file))
			setOwn(await fonts.all())
			take(added)
		} catch (error) {
			showProblem(error)
		}
	}
	const brought = own.find(({ id }) => id === font.id)
	return (
		<>
			<TextField
				select
				size="small"
				label="Font"
				value={chosen ? font.id : ''}
				disabled={readOnly}
				onChange={(event) => {
					if (event.target.value === BRING) return void bring()
					const next = all.find(({ id }) => id === event.target.value)
					if (next) take(next)
				}}
				slotProps={{
					select: {
						renderValue: () => `${font.family} ${font.style === 'Regular' ? '' : font.style}`,
					},
				}}
			>
				{SHIPPED_FONTS.map(({ id, family, style, says }) => (
					<MenuItem key={id} value={id} sx={{ display: 'block' }}>
						{family} {style !== 'Regular' && style}
						<Typography variant="caption" component="div" sx={{ color: 'text.secondary' }}>
							{says}
						</Typography>
					</MenuItem>
				))}
				{own.length > 0 && <ListSubheader>Brought in</ListSubheader>}
				{own.map(({ id, family, style }) => (
					<MenuItem key={id} value={id}>
						{family} {style !== 'Regular' && style}
					</MenuItem>
				))}
				<MenuItem value={BRING}>Bring a font in …</MenuItem>
			</TextField>
			{!chosen && own !== null && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					{font.family} is not here: the words stay as they are until they are typed anew.
				</Typography>
			)}
			{chosen?.weights && (
				<LabelledSlider
					label="Weight"
					shown={String(font.weight ?? 400)}
					value={font.weight ?? 400}
					min={chosen.weights[0]}
					max={chosen.weights[1]}
					step={10}
					normal={700}
					onChange={(weight) => onChange({ ...font, weight }, 'font-weight')}
					onRest={() => open.seal()}
				/>
			)}
			{brought && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }} title={brought.licenceText}>
					{LICENCES[brought.licence]} Letters go out as outlines; the font itself stays in this
					browser.
				</Typography>
			)}
		</>
	)
}
