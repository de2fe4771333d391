import { type Drill, drillPicture, drillSheet, sheetIdOf } from '@/core/practice'
import { rasterise } from '@/jobs/rasterise'
import type { Library } from './library'
import { storedPicture } from './newSheets'

/**
 * The sheet of a drill: as it was left, or begun.
 * @returns its id
 * @throws {PictureNotDrawn} and storage errors
 */
export async function sheetOfDrill(library: Library, drill: Drill): Promise<string> {
	const id = sheetIdOf(drill.id)
	if (await library.has(id)) return id
	const picture = drillPicture(drill)
	const blob = picture && (await storedDrawing(library, drill, picture))
	await library.save(drillSheet(drill, blob))
	await library.saveDesk(id, {
		pass: drill.pass,
		tool: drill.tool,
		centre: [drill.width / 2, drill.height / 2],
		scale: FIRST_SCALE,
	})
	return id
}

/** A drill fills the canvas of a window of 1280 × 800 px. */
const FIRST_SCALE = 0.7

async function storedDrawing(library: Library, { name, width, height }: Drill, svg: string) {
	const file = await rasterise(svg, { width, height }, { type: 'image/png', opaque: true })
	return (await storedPicture(library, file, name)).blob
}
