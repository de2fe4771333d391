import type { Point } from '@/core'
import type { HeldKeys } from './canvas/gestures'
import { fitBox, zoomAt } from './canvas/view'
import { goToPass, type Hold, hold } from './desk'
import { belongsToField, keyInput, keyName } from './keyboard'
import { PASSES, worksOnPhoto } from './passes/passes'
import type { KeyInput } from './tools/tool'
import type { Workbench } from './workbench'

const HOLDS: Readonly<Record<string, Hold>> = {
	h: 'photo',
	j: 'artwork',
	k: 'silhouette',
	v: 'loupe',
	g: 'snapping',
}
const KEY_ZOOM = 1.4

/**
 * Binds the bench's keys on the window. Keys typed into fields are left alone; what the bench
 * does not use goes to the tool at hand.
 */
export function bindKeys(workbench: Workbench, held: HeldKeys, pointer: () => Point): () => void {
	const { open, desk } = workbench

	const bench: Readonly<Record<string, () => void>> = {
		d: () => workbench.takeTool('pen'),
		e: () => workbench.takeTool('nodes'),
		m: () => workbench.takeTool('arrange'),
		q: () => workbench.takeTool('pencil'),
		'0': () => fitSheet(workbench),
		'+': () => zoom(KEY_ZOOM),
		'=': () => zoom(KEY_ZOOM),
		'-': () => zoom(1 / KEY_ZOOM),
		space: () => {
			held.pan = true
		},
		z: () => {
			held.zoomBox = true
		},
	}
	const zoom = (factor: number) =>
		desk.setState(({ view }) => ({ view: zoomAt(view, pointer(), factor) }))

	const onDown = (event: KeyboardEvent) => {
		if (belongsToField(event) || event.isComposing) return
		const input = keyInput(event)
		const taken = input.mod ? historyKey(input.key, input.shift) : plainKey(input, event.repeat)
		if (taken || toolKey(event)) event.preventDefault()
	}

	const historyKey = (key: string, shift: boolean): boolean => {
		if (key !== 'z' && key !== 'y') return false
		if (key === 'y' || shift) open.redo()
		else open.undo()
		workbench.refresh()
		return true
	}

	const plainKey = ({ key, shift }: KeyInput, repeat: boolean): boolean => {
		const pass = PASSES.find((p) => String(p.number) === key)
		if (pass) {
			workbench.toolAtHand().rest()
			goToPass(desk, pass.id)
			workbench.refresh()
			return true
		}
		if (key === 't' && desk.getState().suggested) return takeSuggested()
		if (key === 'n') return walk(shift ? -1 : 1)
		const what = HOLDS[key]
		if (what) {
			if (what === 'loupe') desk.setState({ pointer: pointer() })
			hold(desk, what, true)
			return true
		}
		const act = bench[key]
		if (act && !(repeat && key !== '+' && key !== '-')) act()
		return act !== undefined
	}

	/** Suggestions come with their card; so does what follows them. */
	const takeSuggested = (): boolean => {
		void import('./passes/refine/takeSuggestion').then((m) => m.takeSuggestion(workbench))
		return true
	}

	/** The walk is Nodes' own: whatever tool is at hand is put down for it. */
	const walk = (by: 1 | -1): boolean => {
		const { pass } = desk.getState()
		if (pass === 'proof' || pass === 'export') return false
		workbench.takeTool('nodes')
		const went = workbench.walk.step(by)
		workbench.refresh()
		return went
	}

	const toolKey = (event: KeyboardEvent): boolean => {
		const { pass } = desk.getState()
		if (pass === 'proof' || pass === 'export') return false
		const input = keyInput(event)
		const { tools } = workbench
		// What the Pen has no use for, such as nudging the node just placed, Nodes answers.
		const whole = desk.getState().tool === 'arrange' || worksOnPhoto(desk.getState())
		const taken = workbench.toolAtHand().key(input) || (!whole && tools.nodes.key(input))
		if (taken) workbench.refresh()
		return taken
	}

	const onUp = (event: KeyboardEvent) => {
		const key = keyName(event)
		const what = HOLDS[key]
		if (what) hold(desk, what, false)
		if (key === 'space') held.pan = false
		if (key === 'z') held.zoomBox = false
		if (key.startsWith('arrow') && !belongsToField(event)) open.seal()
	}

	/** A key let go while another window had the focus is let go all the same. */
	const letGo = () => {
		held.pan = held.zoomBox = false
		for (const what of Object.values(HOLDS)) hold(desk, what, false)
	}

	window.addEventListener('keydown', onDown)
	window.addEventListener('keyup', onUp)
	window.addEventListener('blur', letGo)
	return () => {
		window.removeEventListener('keydown', onDown)
		window.removeEventListener('keyup', onUp)
		window.removeEventListener('blur', letGo)
	}
}

export function fitSheet({ open, desk }: Workbench): void {
	const { width, height } = open.sheet()
	desk.setState(({ size }) => ({
		view: fitBox({ minX: 0, minY: 0, maxX: width, maxY: height }, size),
	}))
}
