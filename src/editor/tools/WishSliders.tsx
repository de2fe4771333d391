'use client'

import { LabelledSlider } from '@/kit/LabelledSlider'

/** A number that somebody sets with a slider. */
export interface WishSlider<Key extends string> {
	readonly of: Key
	readonly label: string
	readonly min: number
	readonly max: number
	readonly step: number
	/** In words, with its unit. */
	readonly shown: (value: number) => string
}

/** How far inside the edge an outline lies. */
export const ALLOWANCE: WishSlider<'allowance'> = {
	of: 'allowance',
	label: 'Allowance',
	min: 0,
	max: 4,
	step: 0.25,
	shown: (v) => (v === 0 ? 'on the edge' : `${v} px inside`),
}

/** The numbers of a wish as sliders, each with a way back to where it was at first. */
export function WishSliders<Key extends string>({
	sliders,
	wish,
	first,
	onChange,
}: {
	readonly sliders: readonly WishSlider<Key>[]
	readonly wish: Readonly<Record<Key, number>>
	readonly first: Readonly<Record<Key, number>>
	readonly onChange: (change: Partial<Record<Key, number>>) => void
}) {
	return sliders.map(({ of, shown, ...slider }) => (
		<LabelledSlider
			key={of}
			{...slider}
			shown={shown(wish[of])}
			value={wish[of]}
			normal={first[of]}
			onChange={(next) => onChange({ [of]: next } as Partial<Record<Key, number>>)}
		/>
	))
}
