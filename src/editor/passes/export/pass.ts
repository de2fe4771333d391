import { lazy } from 'react'
import type { PassDef } from '@/editor/bench/definitions'
import { nodesTool } from '@/editor/tools/nodes/nodes'

/** What is sent out. */
export const exportPass: PassDef = {
	id: 'export',
	number: 8,
	name: 'Export',
	purpose: 'Send the artwork out as a file that any drawing or cutting program opens.',
	tools: [nodesTool],
	shows: () => 'artwork',
	hidesPhoto: true,
	parts: [{ id: 'svg', name: 'Save as SVG', says: 'The artwork, or the sheet with its photos' }],
	figure: () => null,
	Card: lazy(() => import('./ExportCard').then((m) => ({ default: m.ExportCard }))),
}
