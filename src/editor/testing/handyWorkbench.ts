import { emptySheet, newPiece, parsePathData } from '@/core'
import type { Library } from '@/store/library'
import { createOpenSheet } from '@/store/openSheet'
import { createWorkbench } from '../createWorkbench'
import { roughPass } from '../passes/rough/pass'
import { createDesk } from '../session/desk'
import { nodesTool } from '../tools/nodes/nodes'
import type { Workbench } from '../workbench/workbench'

/** A workbench without a page: a window of 400 × 300 px that shows the sheet at 100 %, Nodes in hand. */
export function handyWorkbench(...paths: string[]): Workbench {
	const pieces = paths.map((d, i) => newPiece(`Piece ${i + 1}`, parsePathData(d)))
	const open = createOpenSheet({ ...emptySheet('Test', 400, 300), pieces })
	const desk = createDesk({ pass: roughPass, tool: nodesTool })
	desk.setState({ size: { width: 400, height: 300 } })
	// Nothing that these tests do asks the library for anything.
	return createWorkbench(open, desk, {} as Library)
}
