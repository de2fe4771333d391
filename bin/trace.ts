import { type Box, emptySheet, formatSvg, newPiece } from '../src/core/index'
import { liftingFrom } from '../src/core/pictures'
import { numberWithin } from './drawings'
import { say, writeText } from './files'
import { readPhoto } from './photos'
import { outputSaid, parsedArgs, UsageError } from './usage'

/** `trace PHOTO --box x,y,w,h`: the outline of the object in a box of a photo. */
export async function traceCommand(args: string[]): Promise<void> {
	const { input, box, tolerance, allowance, output, json } = understood(args)
	const photo = await readPhoto(input)
	const { contours, unsure } = liftingFrom(photo)({ box }, { tolerance, allowance })
	const sheet = {
		...emptySheet('', photo.width, photo.height),
		pieces: [newPiece('Piece 1', contours)],
	}
	if (output !== undefined) await writeText(output, formatSvg(sheet))
	if (json)
		say(
			`${JSON.stringify({
				width: photo.width,
				height: photo.height,
				outlines: contours.length,
				nodes: contours.reduce((sum, { nodes }) => sum + nodes.length, 0),
				tolerance,
				allowance,
				unsure: unsure.length,
			})}\n`,
		)
}

interface Understood {
	readonly input: string
	/** px of the photo */
	readonly box: Box
	readonly tolerance: number
	readonly allowance: number
	/** Where the drawing goes; nowhere where only the summary is asked for. */
	readonly output: string | undefined
	readonly json: boolean
}

function understood(args: string[]): Understood {
	const { values, positionals } = parsedArgs(args, OPTIONS)
	const [input, ...more] = positionals
	if (!input) throw new UsageError('Name the photo to trace.')
	if (more.length > 0) throw new UsageError(`One photo at a time, not also ${more.join(', ')}.`)
	const box = boxSaid(values.box)
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
	return { input, box, tolerance, allowance, output, json }
}

function boxSaid(said: string | undefined): Box {
	if (said === undefined) throw new UsageError('Say where the object is: --box x,y,w,h in px.')
	const numbers = said.split(',').map((part) => (part.trim() === '' ? Number.NaN : Number(part)))
	const [x = Number.NaN, y = Number.NaN, width = Number.NaN, height = Number.NaN] = numbers
	if (numbers.length !== 4 || !numbers.every(Number.isFinite))
		throw new UsageError(`A box is four numbers of px, x,y,w,h, not “${said}”.`)
	if (width <= 0 || height <= 0)
		throw new UsageError(`A box has a width and a height, not “${said}”.`)
	return { minX: x, minY: y, maxX: x + width, maxY: y + height }
}

const OPTIONS = {
	box: { type: 'string' },
	tolerance: { type: 'string' },
	allowance: { type: 'string' },
	output: { type: 'string', short: 'o' },
	json: { type: 'boolean' },
} as const
