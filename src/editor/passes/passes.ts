import type { PassDef, ToolDef } from '@/editor/session/definitions'
import { colourPass } from './colour/pass'
import { cutPass } from './cut/pass'
import { exportPass } from './export/pass'
import { photoPass } from './photo/pass'
import { proofPass } from './proof/pass'
import { refinePass } from './refine/pass'
import { roughPass } from './rough/pass'
import { thinPass } from './thin/pass'

/** The stages of the work, in order. They keep their numbers while others are still to come. */
export const PASSES: readonly PassDef[] = [
	photoPass,
	roughPass,
	refinePass,
	thinPass,
	cutPass,
	colourPass,
	proofPass,
	exportPass,
]

/** Every tool that some pass has, once. */
export const TOOLS: readonly ToolDef[] = [
	...new Set(PASSES.flatMap(({ tools, ownTools = [] }) => [...tools, ...ownTools])),
]
