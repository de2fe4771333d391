import { NODE_KINDS, paintPieces, removePieces, setKind } from '@/core'
import { BENCH_KEYS } from '@/editor/input/benchKeys'
import { PASSES } from '@/editor/passes/passes'
import { chosenNodes, isAble, NODE_ACTIONS } from '@/editor/passes/refine/nodeActions'
import { performAction } from '@/editor/passes/refine/performAction'
import { hasPass, hasTool, isTracing } from '@/editor/session/desk'
import { keyOf } from '@/editor/session/holds'
import type { Workbench } from '@/editor/workbench/workbench'
import { withPart } from '@/kit/tryAgain'
import { chosenPieces } from '@/store/selection'
import { PIECE_ACTIONS } from './pieceActions'

/** Something that can be done, as it is found by name. */
export interface Action {
	readonly group: string
	readonly name: string
	/** What it does, where its name does not say it. */
	readonly says?: string
	readonly keys?: string
	/** What it needs, where it cannot be done as things stand. */
	readonly needs?: string | undefined
	run(): void
}

/** All that can be done by name, from where each is defined, as things stand. */
export function actionsOf(workbench: Workbench): Action[] {
	return [
		...nodeActions(workbench),
		...kindActions(workbench),
		...pieceActions(workbench),
		...toolActions(workbench),
		...partActions(workbench),
		...passActions(workbench),
		...historyActions(workbench),
		...viewActions(workbench),
		...sheetActions(workbench),
	]
}

function nodeActions(workbench: Workbench): Action[] {
	const { open } = workbench
	const chosen = chosenNodes(open.sheet(), open.getState().selection.nodes)
	return NODE_ACTIONS.flatMap(({ group, actions }) =>
		actions.map((action): Action => {
			const { name, says, needs, key } = action
			return {
				group,
				name,
				says,
				needs: isAble(action, open.sheet(), chosen) ? undefined : needs,
				...(key !== undefined && { keys: key }),
				run: () => performAction(action, workbench),
			}
		}),
	)
}

function kindActions({ open }: Workbench): Action[] {
	const { nodes } = open.getState().selection
	return NODE_KINDS.map((kind) => ({
		group: 'Nodes',
		name: `Make ${kind}`,
		keys: keyOf(kind),
		needs: nodes.size > 0 ? undefined : 'nodes',
		run: () => open.apply(`Make ${kind}`, (sheet) => setKind(sheet, nodes, kind)),
	}))
}

function pieceActions({ open }: Workbench): Action[] {
	const ids = chosenPieces(open.getState().selection)
	return PIECE_ACTIONS.map(({ says, least, needs, can, edit }) => ({
		group: 'Pieces',
		name: says,
		needs:
			ids.size >= least
				? can && !can(open.sheet(), ids)
					? needs
					: undefined
				: least === 1
					? 'a piece'
					: `${least === 2 ? 'two' : 'three'} pieces or more`,
		run: () => open.apply(says, (sheet) => edit(sheet, ids)),
	}))
}

/** What passes have on their cards: one goes there, and it opens. */
function partActions({ desk, goTo }: Workbench): Action[] {
	return passesOf(desk).flatMap((pass) =>
		(pass.parts ?? []).map(({ id, name, says }) => ({
			group: pass.name,
			name,
			says,
			run: () => {
				goTo(pass)
				desk.setState({ asked: id })
			},
		})),
	)
}

function toolActions({ desk, goTo, takeTool }: Workbench): Action[] {
	return passesOf(desk)
		.flatMap((pass) =>
			pass.tools
				.filter((tool) => hasTool(desk.getState(), tool))
				.map((tool): Action & { id: string } => ({
					id: tool.id,
					group: 'Tools',
					name: tool.about === 'photos' ? `${tool.name} photos` : tool.name,
					says: tool.says,
					...(tool.key !== undefined && { keys: tool.key.toUpperCase() }),
					run: () => {
						if (!desk.getState().pass.tools.includes(tool)) goTo(pass)
						takeTool(tool)
					},
				})),
		)
		.filter(({ id }, i, all) => all.findIndex((other) => other.id === id) === i)
}

/** The passes that there are. */
const passesOf = (desk: Workbench['desk']) =>
	PASSES.filter((pass) => hasPass(desk.getState(), pass))

function passActions({ desk, goTo }: Workbench): Action[] {
	return passesOf(desk).map((pass) => ({
		group: 'Passes',
		name: pass.name,
		says: pass.purpose,
		keys: String(pass.number),
		run: () => goTo(pass),
	}))
}

function historyActions({ open, desk, step }: Workbench): Action[] {
	const { past, future } = open.getState().history
	const { undo, redo } = desk.getState().steps
	const nothing = (steps: readonly unknown[], what: string) => (steps.length > 0 ? undefined : what)
	return [
		{
			group: 'Steps',
			name: 'Undo',
			keys: 'Ctrl Z',
			needs: undo ? undefined : nothing(past, 'a step'),
			run: () => step('undo'),
		},
		{
			group: 'Steps',
			name: 'Redo',
			keys: 'Ctrl Shift Z',
			needs: redo ? undefined : nothing(future, 'a step that was undone'),
			run: () => step('redo'),
		},
		{
			group: 'Steps',
			name: 'Versions',
			says: 'Kept states of the sheet: look at them, compare them with now, bring them back',
			run: () => desk.setState({ versions: true }),
		},
	]
}

/** What is done with the sheet, or with whatever is chosen on it. */
function sheetActions(workbench: Workbench): Action[] {
	const { open, toolAtHand } = workbench
	const { selection } = open.getState()
	const some = selection.nodes.size > 0 || selection.piece !== null
	const needs = some ? undefined : 'something chosen'
	return [
		{
			group: 'The sheet',
			name: 'Save the sheet as a file',
			keys: 'Ctrl S',
			run: () =>
				withPart(
					() => import('@/editor/passes/export/saveSheet'),
					({ saveSheet }) => saveSheet(workbench),
				),
		},
		{
			group: 'The sheet',
			name: 'Copy what is chosen',
			keys: 'Ctrl C',
			needs,
			run: () => void document.execCommand('copy'),
		},
		{
			group: 'Pieces',
			name: 'Fill with black',
			needs: selection.piece === null ? 'a piece' : undefined,
			run: () => {
				const black = { kind: 'solid', colour: '#000000' } as const
				const ids = chosenPieces(selection)
				open.apply('Fill with black', (sheet) => paintPieces(sheet, ids, { fill: black }))
			},
		},
		{
			group: 'The sheet',
			name: 'Delete what is chosen',
			keys: 'Delete',
			needs,
			run: () => {
				const key = { key: 'delete', shift: false, mod: false, finely: false }
				if (toolAtHand().key(key)) return
				const ids = chosenPieces(selection)
				open.apply('Remove pieces', (sheet) => removePieces(sheet, ids))
			},
		},
	]
}

/** Keys of the bench; those that are held are no actions. */
function viewActions(workbench: Workbench): Action[] {
	const { width, height } = workbench.desk.getState().size
	const context = {
		workbench,
		pointer: () => [width / 2, height / 2] as const,
	}
	const traces = isTracing(workbench.desk.getState())
	return BENCH_KEYS.map(({ keys, does, act: run, traces: needed }) => ({
		group: 'Seeing',
		name: does,
		keys,
		needs: needed && !traces ? 'a pass in which outlines are traced' : undefined,
		run: () => run(context),
	}))
}
