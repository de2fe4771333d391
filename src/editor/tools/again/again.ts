import FilterNoneRounded from '@mui/icons-material/FilterNoneRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { counted } from '@/kit/counted'
import { late } from '@/kit/late'
import { offer } from '@/kit/offer'
import { withPart } from '@/kit/tryAgain'
import { againSlice, taken } from './againSlice'

/** Where the photo shows once more what was traced: which of it is laid, and where it is looked for besides. */
export const againTool: ToolDef = {
	id: 'again',
	name: 'Same again',
	says: 'Click what is to be left out, or where the piece is once more',
	icon: FilterNoneRounded,
	about: 'pieces',
	afterwards: nodesTool,
	Options: late(() => import('./AgainOptions').then((m) => m.AgainOptions)),
	shortcuts: [
		{ keys: 'Click one that was found', does: 'Leave it out, or lay it all the same' },
		{ keys: 'Click elsewhere', does: 'Look for it there, less strictly' },
		{ keys: 'Enter', does: 'Lay what was found as pieces' },
		{ keys: 'Esc', does: 'Lay nothing' },
	],
	create: (context) => {
		const { open, desk, slices, refresh } = context
		return lateTool(context, async () => {
			const [{ createAgain }, { seekAt }] = await Promise.all([
				import('./againMachine'),
				import('./seekAgain'),
			])
			return (made) =>
				createAgain(made, {
					seek: (near) => void seekAt(made, near),
					leave: () => desk.setState(({ tool }) => ({ tool: tool.afterwards ?? tool })),
					offer: () => {
						const state = slices.of(againSlice).getState()
						const many = taken(state).length
						offer(
							'What was found once more was not laid.',
							`Lay ${counted(many, 'piece', 'pieces')}`,
							() =>
								withPart(
									() => import('./laidAgain'),
									({ laidAgain }) => {
										const laid = laidAgain(open.sheet(), state)
										if (laid) open.apply(laid.label, () => laid.sheet)
										refresh()
									},
								),
						)
					},
				})
		})
	},
}
