import type { PassDef } from '@/editor/session/definitions'
import { arrangePhotosTool } from '@/editor/tools/arrangePhotos'
import { late } from '@/kit/late'
import { measureTool } from './measure'
import { PHOTO_PARTS } from './parts'
import { seeHereTool } from './seeHere'
import { squareUpTool } from './squareUp'
import { straightenTool } from './straighten'

/** What is traced, and how it is seen. */
export const photoPass: PassDef = {
	id: 'photo',
	number: 1,
	name: 'Photo',
	purpose: 'Bring the photo in, lay it straight, and make its edges plain to see.',
	tools: [arrangePhotosTool, straightenTool, squareUpTool, measureTool, seeHereTool],
	shows: 'trace',
	parts: PHOTO_PARTS,
	figure: () => null,
	Card: late(() => import('./PhotoCard').then((m) => m.PhotoCard)),
	how: () => import('./how').then((m) => m.how),
}
