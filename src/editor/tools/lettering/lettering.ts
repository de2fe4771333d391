import TextFieldsRounded from '@mui/icons-material/TextFieldsRounded'
import type { ToolDef } from '@/editor/session/definitions'
import { lateTool } from '@/editor/session/lateTool'
import { late } from '@/kit/late'

export const letteringTool: ToolDef = {
	id: 'lettering',
	name: 'Lettering',
	says: 'Click where words begin, or the outline along which they go, and type',
	key: "'",
	icon: TextFieldsRounded,
	about: 'pieces',
	shortcuts: [
		{ keys: 'Click', does: 'Words from here on' },
		{ keys: 'Click an outline', does: 'Words along it' },
		{ keys: 'Click words', does: 'Type in them' },
		{ keys: 'Drag over words', does: 'Choose letters' },
		{ keys: 'Drag a handle', does: 'Words further along their outline, or further off' },
		{ keys: 'Esc', does: 'Done typing' },
	],
	Options: late(() => import('./LetteringOptions').then((m) => m.LetteringOptions)),
	OnCanvas: late(() => import('./TypingField').then((m) => m.TypingField), 'nowhere'),
	create: lateTool(() => import('./letteringMachine').then((m) => m.createLettering)),
}
