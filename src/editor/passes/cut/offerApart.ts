import { told } from '@/editor/workbench/useAnswer'
import type { Workbench } from '@/editor/workbench/workbench'
import { counted } from '@/kit/counted'
import { offer } from '@/kit/offer'
import { showSnack } from '@/kit/snackbar'
import { withPart } from '@/kit/tryAgain'
import { cutSlice } from './cutSlice'
import { startingFates } from './regions'

/** Whoever goes elsewhere with regions chosen and not made into pieces is told so, and has them all the same. */
export function offerApart(context: Pick<Workbench, 'open' | 'desk' | 'slices' | 'refresh'>): void {
	const { apart } = context.slices.of(cutSlice).getState()
	if (!apart) return
	const asBegun = startingFates(apart.regions.length)
	if (apart.fates.every((fate, i) => fate === asBegun[i])) return
	const { pieces } = context.open.sheet()
	const made = new Set(apart.fates.filter((fate) => fate !== 0)).size
	if (made === 0) return
	offer(
		'The regions were not made into pieces.',
		`Make ${counted(made, 'piece', 'pieces')}`,
		() => {
			// Regions are those of the pieces as they were.
			if (context.open.sheet().pieces !== pieces)
				showSnack('The pieces were changed meanwhile. Take them apart into regions once more.')
			else
				withPart(
					() => import('./acceptApart'),
					(m) => told(m.acceptApart(context, apart)).then(() => context.refresh()),
				)
		},
	)
}
