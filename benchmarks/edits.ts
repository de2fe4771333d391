import { writeSync } from 'node:fs'
import { thin } from '../src/core/fit/thin.ts'
import {
	addExtrema,
	alignNodes,
	type Contour,
	emptySheet,
	evenHandles,
	inferKinds,
	insertMiddles,
	levelHandles,
	moveNodes,
	newId,
	newPiece,
	normalised,
	type PathNode,
	polar,
	removeNodes,
	removeOpen,
	replaceOutlines,
	type Sheet,
	scaleAbout,
	setKind,
	spaceNodes,
	splitAt,
	transformNodes,
} from '../src/core/index.ts'

/** How long edits of very many nodes at once take; the budget is 100 ms each for 10,000 nodes. */

const NODES = 10_000

/** A closed outline with many small waves, every node smooth. */
function waves(count: number): Contour {
	const nodes = Array.from({ length: count }, (_, i): PathNode => {
		const angle = (i / count) * 2 * Math.PI
		const radius = 2000 + 60 * Math.sin(i * 0.9) + 20 * Math.sin(i * 0.31)
		const [x, y] = polar(angle, radius)
		const [dx, dy] = polar(angle + Math.PI / 2 + 0.5 * Math.sin(i), (radius * 2) / count)
		return { id: newId(), at: [x, y], in: [x - dx, y - dy], out: [x + dx, y + dy], kind: 'smooth' }
	})
	return inferKinds({ id: newId(), nodes, closed: true })
}

const contour = waves(NODES)
const sheet: Sheet = { ...emptySheet('Waves', 4000, 4000), pieces: [newPiece('Waves', [contour])] }
const all = new Set(contour.nodes.map(({ id }) => id))
const every = (n: number) =>
	new Set(contour.nodes.filter((_, i) => i % n === 0).map(({ id }) => id))
const half = every(2)

const EDITS: readonly (readonly [string, () => Sheet])[] = [
	['move all', () => moveNodes(sheet, all, [3, 4])],
	['move one', () => moveNodes(sheet, new Set([contour.nodes[17]?.id ?? '']), [3, 4])],
	['turn all', () => transformNodes(sheet, all, scaleAbout([0, 0], 0.4, 1.1, 1.1))],
	['kind: corner', () => setKind(sheet, all, 'corner')],
	['kind: symmetric', () => setKind(sheet, all, 'symmetric')],
	['middles', () => insertMiddles(sheet, all).sheet],
	['outermost points', () => addExtrema(sheet, all).sheet],
	['level', () => levelHandles(sheet, all)],
	['even', () => evenHandles(sheet, all)],
	['line up', () => alignNodes(sheet, half, 'x')],
	['space', () => spaceNodes(sheet, half, 'y')],
	['remove every second', () => removeNodes(sheet, half)],
	['remove every tenth', () => removeNodes(sheet, every(10))],
	['remove a run of half', () => removeNodes(sheet, new Set([...all].slice(0, NODES / 2)))],
	['remove, leave open', () => removeOpen(sheet, every(10))],
	['split at every fifth', () => splitAt(sheet, every(5)).sheet],
	['replace', () => replaceOutlines(sheet, [{ ...contour, nodes: contour.nodes.toReversed() }])],
]

for (const [name, edit] of EDITS) {
	const times = [0, 1, 2].map(() => {
		const begun = performance.now()
		const done = edit()
		const edited = performance.now()
		normalised(done, sheet)
		return [edited - begun, performance.now() - edited] as const
	})
	const [took, normal] = times.reduce((best, t) => (t[0] + t[1] < best[0] + best[1] ? t : best))
	print(
		`${name.padEnd(24)}${took.toFixed(1).padStart(8)} ms  + ${normal.toFixed(1).padStart(5)} ms normalising`,
	)
}
const begun = performance.now()
const thinned = thin(contour, { tolerance: 0.02 })
print(
	`thin at 0.02 px: ${(performance.now() - begun).toFixed(0)} ms, ${thinned.contour.nodes.length} nodes left`,
)

function print(line: string): void {
	writeSync(1, `${line}\n`)
}
