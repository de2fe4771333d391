import { parseArgs } from 'node:util'
import { readSvg } from '../src/core/drawings'
import { emptySheet, formatSvg, thinOutlines } from '../src/core/index'
import { replaceOutlines } from '../src/core/path/replace'
import { readText, writeText } from './files'
import { UsageError } from './usage'

/** `thin IN.svg`: a drawing with fewer nodes. */
export async function thinCommand(args: string[]): Promise<void> {
	const { input, tolerance, output, json } = understood(args)
	const drawing = readSvg(await readText(input))
	const contours = drawing.pieces.flatMap((piece) => piece.contours)
	const thinned = thinOutlines(
		contours.map((contour) => ({ contour })),
		{ tolerance, ease: 0, keepCorners: true, preferExtrema: true, levelled: true },
	)
	const { pieces, width, height, mmPerPx } = drawing
	const sheet = {
		...emptySheet('', width, height),
		pieces,
		...(mmPerPx !== undefined && { mmPerPx }),
	}
	if (output !== undefined)
		await writeText(output, formatSvg(replaceOutlines(sheet, thinned.contours)))
	if (json)
		process.stdout.write(
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
	const { values, positionals } = parsed(args)
	const [input, ...more] = positionals
	if (!input) throw new UsageError('Name the drawing to thin.')
	if (more.length > 0) throw new UsageError(`One drawing at a time, not also ${more.join(', ')}.`)
	const tolerance = Number(values.tolerance ?? 0.8)
	if (!(tolerance > 0))
		throw new UsageError(`A tolerance is a number of px above zero, not “${values.tolerance}”.`)
	const json = values.json ?? false
	const output = values.output ?? (json ? undefined : '-')
	if (json && output === '-')
		throw new UsageError('The drawing and the summary cannot both go to standard output.')
	return { input, tolerance, output, json }
}

function parsed(args: string[]) {
	try {
		return parseArgs({
			args,
			allowPositionals: true,
			options: {
				tolerance: { type: 'string' },
				output: { type: 'string', short: 'o' },
				json: { type: 'boolean' },
			},
		})
	} catch (error) {
		throw new UsageError(error instanceof Error ? error.message : String(error))
	}
}
