import { formatSvg, thinOutlines } from '../src/core/index'
import { replaceOutlines } from '../src/core/path/replace'
import { numberWithin, readDrawing, sheetOf } from './drawings'
import { say, writeText } from './files'
import { outputSaid, parsedArgs, UsageError } from './usage'

/** `thin IN.svg`: a drawing with fewer nodes. */
export async function thinCommand(args: string[]): Promise<void> {
	const { input, tolerance, output, json } = understood(args)
	const drawing = await readDrawing(input)
	const contours = drawing.pieces.flatMap((piece) => piece.contours)
	const thinned = thinOutlines(
		contours.map((contour) => ({ contour })),
		{ tolerance, ease: 0, keepCorners: true, preferExtrema: true, levelled: true },
	)
	const sheet = sheetOf(drawing, drawing.pieces)
	if (output !== undefined)
		await writeText(output, formatSvg(replaceOutlines(sheet, thinned.contours)))
	if (json)
		say(
			`${JSON.stringify({
				outlines: contours.length,
				nodesBefore: thinned.before,
				nodesAfter: thinned.after,
				tolerance,
				deviation: Number(thinned.deviation.toFixed(4)),
				skipped: drawing.skipped,
			})}\n`,
		)
}

interface Understood {
	readonly input: string
	/** px */
	readonly tolerance: number
	/** Where the drawing goes; nowhere where only the summary is asked for. */
	readonly output: string | undefined
	readonly json: boolean
}

function understood(args: string[]): Understood {
	const { values, positionals } = parsedArgs(args, OPTIONS)
	const [input, ...more] = positionals
	if (!input) throw new UsageError('Name the drawing to thin.')
	if (more.length > 0) throw new UsageError(`One drawing at a time, not also ${more.join(', ')}.`)
	const tolerance = numberWithin(values.tolerance, {
		least: 0.001,
		most: 10_000,
		otherwise: 0.8,
		what: 'A tolerance is a number of px',
	})
	const { output, json } = outputSaid(values)
	return { input, tolerance, output, json }
}

const OPTIONS = {
	tolerance: { type: 'string' },
	output: { type: 'string', short: 'o' },
	json: { type: 'boolean' },
} as const
