import type { PassDef } from '@/editor/session/definitions'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { late } from '@/kit/late'
import { NOTHING } from '@/store/selection'
import { EXPORT_PARTS } from './parts'

/** What is sent out. */
export const exportPass: PassDef = {
	id: 'export',
	number: 8,
	name: 'Export',
	purpose: 'Send the artwork out as a file that any drawing or cutting program opens.',
	tools: [nodesTool],
	shows: () => 'artwork',
	hidesPhoto: true,
	parts: EXPORT_PARTS,
	keys: [
		{
			key: 'escape',
			keys: 'Esc',
			does: 'Let go of what is chosen',
			press: ({ open }) => {
				const { piece, others } = open.getState().selection
				if (piece === null && (others?.size ?? 0) === 0) return false
				open.select(NOTHING)
				return true
			},
		},
	],
	figure: () => null,
	how: () => import('./how').then((m) => m.how),
	Card: late(() => import('./ExportCard').then((m) => m.ExportCard)),
}
