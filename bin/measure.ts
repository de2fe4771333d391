import { type Contour, deviation } from '../src/core/index'
import { edgeDeviation, edgeField } from '../src/core/pictures'
import { drawingFrom, readDrawing } from './drawings'
import { readBytes, say } from './files'
import { decodePhoto } from './photos'
import { parsedArgs, UsageError } from './usage'

/** `measure OUTLINE.svg (PHOTO|OTHER.svg)`: how far outlines lie from a photo's edges, or from others. */
export async function measureCommand(args: string[]): Promise<void> {
	const { outline, other, json } = understood(args)
	const contours = contoursOf(await readDrawing(outline))
	const bytes = await readBytes(other)
	const name = other === '-' ? 'Standard input' : other
	const found = isText(bytes)
		? {
				against: 'drawing',
				...betweenDrawings(contours, contoursOf(await drawingFrom(bytes, name))),
			}
		: { against: 'photo', ...toEdges(contours, await decodePhoto(bytes, name)) }
	const counts = {
		outlines: contours.length,
		nodes: contours.reduce((sum, { nodes }) => sum + nodes.length, 0),
	}
	if (json) say(`${JSON.stringify({ ...counts, ...found })}\n`)
	else
		say(
			`${counts.outlines} outlines, ${counts.nodes} nodes. From the ${found.against}: ` +
				`mean ${found.mean} px, 95 % within ${found.p95} px, ` +
				('covered' in found
					? `${Math.round(100 * found.covered)} % of the length beside a sure edge.\n`
					: `most ${found.max} px.\n`),
		)
}

const contoursOf = ({ pieces }: { pieces: readonly { contours: readonly Contour[] }[] }) =>
	pieces.flatMap((piece) => piece.contours)

const rounded = (px: number) => Number(px.toFixed(4))

function betweenDrawings(a: readonly Contour[], b: readonly Contour[]) {
	const { mean, p95, max } = deviation(a, b)
	return {
		mean: rounded(mean),
		p95: rounded(p95),
		max: rounded(max),
		otherOutlines: b.length,
		otherNodes: b.reduce((sum, { nodes }) => sum + nodes.length, 0),
	}
}

function toEdges(contours: readonly Contour[], photo: Parameters<typeof edgeField>[0]) {
	const { mean, p95, covered } = edgeDeviation(contours, edgeField(photo))
	return { mean: rounded(mean), p95: rounded(p95), covered: rounded(covered) }
}

/** Whether what was read is a drawing: it begins as text in angle brackets does. */
function isText(bytes: Uint8Array): boolean {
	const first = new TextDecoder()
		.decode(bytes.subarray(0, 64))
		.replace(/^\uFEFF/, '')
		.trimStart()
	return first.startsWith('<')
}

function understood(args: string[]) {
	const { values, positionals } = parsedArgs(args, { json: { type: 'boolean' } })
	const [outline, other, ...more] = positionals
	if (!outline || !other)
		throw new UsageError(
			'Name the drawing to measure, and the photo or the drawing to measure it by.',
		)
	if (more.length > 0) throw new UsageError(`One at a time, not also ${more.join(', ')}.`)
	if (outline === '-' && other === '-')
		throw new UsageError('Both cannot come from standard input.')
	return { outline, other, json: values.json ?? false }
}
