'use client'

import { useSlice } from '@/editor/workbench/workbench'
import { CutOutWatch } from './CutOutWatch'
import { Divider } from './Divider'
import { proofSlice } from './proofSlice'

/** What stands on the canvas beside the shape. */
export function OnCanvas() {
	const isCutOut = useSlice(proofSlice, ({ look }) => look.ground === 'cut out')
	return (
		<>
			{isCutOut && <CutOutWatch />}
			<Divider />
		</>
	)
}
