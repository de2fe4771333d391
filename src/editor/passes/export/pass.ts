import type { PassDef } from '@/editor/session/definitions'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { late } from '@/kit/late'

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
	figure: () => null,
	how: () => import('./how').then((m) => m.how),
	Card: late(() => import('./ExportCard').then((m) => m.ExportCard)),
}
