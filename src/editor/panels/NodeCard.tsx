'use client'

import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useDeferredValue } from 'react'
import {
	add,
	type Box as Bounds,
	boxOf,
	distance,
	findNode,
	type HandleSide,
	handleAngle,
	moveHandle,
	moveNodes,
	type NodeKind,
	nodesWith,
	type PathNode,
	type Point,
	placeNode,
	polar,
	resizeNodes,
	type Sheet,
	setKind,
} from '@/core'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { KindIcon } from '@/kit/KindIcon'
import { LengthField } from '@/kit/LengthField'
import { NumberField } from '@/kit/NumberField'
import { Tip } from '@/kit/Tip'

const KINDS: readonly { kind: NodeKind; key: string; says: string }[] = [
	{ kind: 'corner', key: 'C', says: 'Corner: no handles' },
	{ kind: 'smooth', key: 'S', says: 'Smooth: handles in one line' },
	{ kind: 'symmetric', key: 'Y', says: 'Symmetric: smooth, handles of one length' },
	{ kind: 'cusp', key: 'X', says: 'Cusp: each handle its own way' },
]

/** The selected nodes' kind, and one node's numbers. */
export function NodeCard() {
	// Made anew when the hand rests; while something is dragged its fields alone follow.
	const sheet = useSheetAtRest()
	const nodes = useDeferredValue(useOpenSheet((state) => state.selection.nodes))
	const chosen = nodesWith(sheet, nodes)
	const [only] = chosen
	if (!only) return null
	return (
		<Box
			component="section"
			aria-label="Node"
			sx={{ borderTop: 1, borderColor: 'divider', p: 1.5, display: 'grid', gap: 1.5 }}
		>
			<Typography variant="h2">
				{chosen.length === 1 ? 'Node' : `${chosen.length} nodes`}
			</Typography>
			<Kinds nodes={chosen} />
			{chosen.length === 1 ? <Numbers node={only} /> : <BoxNumbers nodes={chosen} />}
		</Box>
	)
}

function Kinds({ nodes }: { nodes: readonly PathNode[] }) {
	const { open } = useWorkbench()
	const kinds = new Set(nodes.map((node) => node.kind))
	const ids = new Set(nodes.map((node) => node.id))
	return (
		<ToggleButtonGroup
			exclusive
			fullWidth
			size="small"
			aria-label="Kind"
			value={kinds.size === 1 ? [...kinds][0] : null}
		>
			{KINDS.map(({ kind, key, says }) => (
				<Tip key={kind} title={`${says} (${key})`}>
					<ToggleButton
						value={kind}
						aria-label={says}
						onClick={() =>
							open.apply(
								ids.size > 1 ? `Make ${ids.size} nodes ${kind}` : `Make ${kind}`,
								(sheet) => setKind(sheet, ids, kind),
							)
						}
					>
						<KindIcon kind={kind} />
					</ToggleButton>
				</Tip>
			))}
		</ToggleButtonGroup>
	)
}

/** The box round several nodes: where it lies and how large it is. */
function BoxNumbers({ nodes }: { nodes: readonly PathNode[] }) {
	const { open } = useWorkbench()
	const { width, height } = useSheetAtRest()
	const ids = new Set(nodes.map((node) => node.id))
	const boxIn = (sheet: Sheet) => boxOf(nodesWith(sheet, ids).map((node) => node.at))
	const box = boxOf(nodes.map((node) => node.at))
	const apply = (label: string, edit: (sheet: Sheet, box: Bounds) => Sheet) =>
		open.apply(label, (sheet) => edit(sheet, boxIn(sheet)))
	return (
		<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
			{BOX_FIELDS.map(({ label, of, edit, side }) => (
				<LengthField
					key={label}
					label={label}
					px={of(box)}
					live={() => of(boxIn(open.sheet()))}
					whole={side === 'x' ? width : height}
					onChange={(next) =>
						apply(`${label} of ${ids.size} nodes`, (sheet, now) =>
							edit(sheet, ids, next(of(now)), of(now)),
						)
					}
				/>
			))}
		</Box>
	)
}

const BOX_FIELDS: readonly {
	readonly label: string
	readonly side: 'x' | 'y'
	readonly of: (box: Bounds) => number
	readonly edit: (sheet: Sheet, ids: ReadonlySet<string>, to: number, now: number) => Sheet
}[] = [
	{
		label: 'Left',
		side: 'x',
		of: (box) => box.minX,
		edit: (sheet, ids, to, now) => moveNodes(sheet, ids, [to - now, 0]),
	},
	{
		label: 'Top',
		side: 'y',
		of: (box) => box.minY,
		edit: (sheet, ids, to, now) => moveNodes(sheet, ids, [0, to - now]),
	},
	{
		label: 'Width',
		side: 'x',
		of: (box) => box.maxX - box.minX,
		edit: (sheet, ids, width) => resizeNodes(sheet, ids, { width }),
	},
	{
		label: 'Height',
		side: 'y',
		of: (box) => box.maxY - box.minY,
		edit: (sheet, ids, height) => resizeNodes(sheet, ids, { height }),
	},
]

function Numbers({ node }: { node: PathNode }) {
	const { open } = useWorkbench()
	const now = () => findNode(open.sheet(), node.id)?.node
	const place = (axis: Axis) => (next: (now: number) => number) =>
		open.apply('Place a node', (sheet) => {
			const at = findNode(sheet, node.id)?.node.at
			return at ? placeNode(sheet, node.id, onAxis(at, axis, next)) : sheet
		})
	return (
		<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
			<LengthField
				label="x"
				px={node.at[0]}
				live={() => now()?.at[0] ?? null}
				onChange={place(0)}
			/>
			<LengthField
				label="y"
				px={node.at[1]}
				live={() => now()?.at[1] ?? null}
				onChange={place(1)}
			/>
			<HandleNumbers node={node} side="in" />
			<HandleNumbers node={node} side="out" />
		</Box>
	)
}

const SIDE_NAMES = { in: 'Handle in', out: 'Handle out' } as const

function HandleNumbers({ node, side }: { node: PathNode; side: HandleSide }) {
	const { open } = useWorkbench()
	const handle = node[side]
	if (!handle) return null
	/** Something of the handle as it is this moment. */
	const live = (of: (node: PathNode, handle: Point) => number) => () => {
		const now = findNode(open.sheet(), node.id)?.node
		const at = now?.[side]
		return now && at ? of(now, at) : null
	}
	const move = (axis: Axis) => (next: (now: number) => number) =>
		open.apply('Place a handle', (sheet) => {
			const at = findNode(sheet, node.id)?.node[side]
			return at ? moveHandle(sheet, node.id, side, onAxis(at, axis, next)) : sheet
		})
	/** The handle as its arm from the node: `change` of its length (px) or its angle (degrees). */
	const turn = (change: (length: number, angle: number) => readonly [number, number]) =>
		open.apply('Place a handle', (sheet) => {
			const now = findNode(sheet, node.id)?.node
			const at = now?.[side]
			if (!now || !at) return sheet
			const [length, angle] = change(distance(now.at, at), handleAngle(now, at))
			const to = add(now.at, polar((angle * Math.PI) / 180, Math.max(0, length)))
			return moveHandle(sheet, node.id, side, to)
		})
	return (
		<>
			<Typography
				variant="caption"
				sx={{ gridColumn: '1 / -1', color: 'text.secondary', mt: 0.25, mb: -0.5 }}
			>
				{SIDE_NAMES[side]}
			</Typography>
			<LengthField
				label={`${side} x`}
				px={handle[0]}
				live={live((_, at) => at[0])}
				onChange={move(0)}
			/>
			<LengthField
				label={`${side} y`}
				px={handle[1]}
				live={live((_, at) => at[1])}
				onChange={move(1)}
			/>
			<LengthField
				label={`${side} length`}
				px={distance(node.at, handle)}
				live={live((now, at) => distance(now.at, at))}
				onChange={(next) => turn((length, angle) => [next(length), angle])}
			/>
			<NumberField
				label={`${side} angle`}
				unit="° ↻"
				value={handleAngle(node, handle)}
				live={live(handleAngle)}
				onChange={(next) => turn((length, angle) => [length, next(angle)])}
			/>
		</>
	)
}

type Axis = 0 | 1

/** The point with one of its coordinates changed. */
function onAxis([x, y]: Point, axis: Axis, next: (now: number) => number): Point {
	return axis === 0 ? [next(x), y] : [x, next(y)]
}
