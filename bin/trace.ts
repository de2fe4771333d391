import type { Box } from '../src/core/index'
import { numberWithin } from './drawings'
import { isFolder, say, writeText } from './files'
import { traceFolder } from './traceFolder'
import { boxSaid, type TraceSettings, tracePhoto } from './tracePhoto'
import { outputSaid, parsedArgs, UsageError } from './usage'

/** `trace PHOTO --box x,y,w,h`: the outline of the object in a box of a photo; `trace FOLDER`: of each photo in it. */
export async function traceCommand(args: string[]): Promise<void> {
	const { input, box, boxes, settings, output, json } = understood(args)
	if (isFolder(input)) {
		if (box) throw new UsageError('A folder has a table of boxes: --boxes BOXES.csv.')
		if (output === undefined || output === '-')
			throw new UsageError('Say which folder the drawings go to: -o FOLDER.')
		return traceFolder(input, { output, boxes, json, settings })
	}
	if (boxes !== undefined) throw new UsageError('A table of boxes is for a folder of photos.')
	if (!box) throw new UsageError('Say where the object is: --box x,y,w,h in px.')
	const { svg, ...traced } = await tracePhoto(input, box, settings)
	if (output !== undefined) await writeText(output, svg)
	if (json) say(`${JSON.stringify({ ...traced, ...settings })}\n`)
}

interface Understood {
	readonly input: string
	/** px of the photo */
	readonly box: Box | undefined
	/** A table of boxes. */
	readonly boxes: string | undefined
	readonly settings: TraceSettings
	/** Where the drawing goes; nowhere where only the summary is asked for. */
	readonly output: string | undefined
	readonly json: boolean
}

function understood(args: string[]): Understood {
	const { values, positionals } = parsedArgs(args, OPTIONS)
	const [input, ...more] = positionals
	if (!input) throw new UsageError('Name the photo to trace.')
	if (more.length > 0) throw new UsageError(`One photo at a time, not also ${more.join(', ')}.`)
	const box = values.box === undefined ? undefined : boxSaid(values.box)
	const tolerance = numberWithin(values.tolerance, {
		least: 0.05,
		most: 1000,
		otherwise: 0.8,
		what: 'A tolerance is a number of px',
	})
	const allowance = numberWithin(values.allowance, {
		least: 0,
		most: 1000,
		otherwise: 0,
		what: 'An allowance is a number of px',
	})
	const { output, json } = outputSaid(values)
	return { input, box, boxes: values.boxes, settings: { tolerance, allowance }, output, json }
}

const OPTIONS = {
	box: { type: 'string' },
	boxes: { type: 'string' },
	tolerance: { type: 'string' },
	allowance: { type: 'string' },
	output: { type: 'string', short: 'o' },
	json: { type: 'boolean' },
} as const
