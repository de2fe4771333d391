import { fitBox } from '@/editor/session/view'
import type { Workbench } from './workbench'

/** Shows the whole sheet. */
export function fitSheet({ open, desk }: Pick<Workbench, 'open' | 'desk'>): void {
	const { width, height } = open.sheet()
	desk.setState(({ size }) => ({
		view: fitBox({ minX: 0, minY: 0, maxX: width, maxY: height }, size),
	}))
}
