import type { ExportSummary } from '@/core'

export type PassId = 'photo' | 'rough' | 'refine' | 'thin' | 'cut' | 'proof' | 'export'
export type ToolId =
	| 'pen'
	| 'pencil'
	| 'nodes'
	| 'arrange'
	| 'straighten'
	| 'measure'
	| 'see-here'
	| 'mirror'
	| 'regions'

export interface Pass {
	readonly id: PassId
	/** Its place among the eight, and its key. */
	readonly number: number
	readonly name: string
	/** One line on what the pass is for. */
	readonly purpose: string
	readonly tools: readonly ToolId[]
	/** Its live figure, once it has one. */
	figure(summary: ExportSummary): string | null
}

const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`

/** The stages of the work, in order. They keep their numbers while others are still to come. */
export const PASSES: readonly Pass[] = [
	{
		id: 'photo',
		number: 1,
		name: 'Photo',
		purpose: 'Bring the photo in, lay it straight, and make its edges plain to see.',
		tools: ['arrange', 'straighten', 'measure', 'see-here'],
		figure: () => null,
	},
	{
		id: 'rough',
		number: 2,
		name: 'Rough',
		purpose:
			'Go once round the object. Nodes at the corners and the outermost points; refining comes next.',
		tools: ['pen', 'pencil', 'nodes', 'arrange'],
		figure: ({ pieces }) => (pieces > 0 ? count(pieces, 'piece', 'pieces') : null),
	},
	{
		id: 'refine',
		number: 3,
		name: 'Refine',
		purpose:
			'Go round once more, node by node: bend segments, set kinds, take what is needless away.',
		tools: ['nodes', 'pen', 'arrange'],
		figure: () => null,
	},
	{
		id: 'thin',
		number: 4,
		name: 'Thin',
		purpose: 'As few nodes as the shape allows: say how far the outline may move, and see.',
		tools: ['nodes'],
		figure: ({ nodes }) => (nodes > 0 ? count(nodes, 'node', 'nodes') : null),
	},
	{
		id: 'cut',
		number: 5,
		name: 'Cut',
		purpose: 'Cut out what one sees through; join, part and grow pieces.',
		tools: ['pen', 'pencil', 'nodes', 'arrange'],
		figure: ({ openings }) => (openings > 0 ? count(openings, 'opening', 'openings') : null),
	},
	{
		id: 'proof',
		number: 7,
		name: 'Proof',
		purpose: 'Judge the shape by itself, the photo away.',
		tools: ['nodes'],
		figure: ({ openOutlines, pieces }) => {
			if (pieces === 0) return null
			return openOutlines > 0 ? `${openOutlines} open` : 'all closed'
		},
	},
	{
		id: 'export',
		number: 8,
		name: 'Export',
		purpose: 'Send the artwork out as a file that any drawing or cutting program opens.',
		tools: ['nodes'],
		figure: () => null,
	},
]

export function passById(id: PassId): Pass {
	const pass = PASSES.find((p) => p.id === id)
	if (!pass) throw new Error(`No pass “${id}”.`)
	return pass
}

/** Whether photos and guides are worked on rather than outlines. */
export function worksOnPhoto({ pass, tool }: { pass: PassId; tool: ToolId }): boolean {
	return tool === 'arrange' ? pass === 'photo' : passById('photo').tools.includes(tool)
}
