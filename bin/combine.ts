import {
	type Area,
	type Contour,
	combineAreas,
	formatSvg,
	type LeftOut,
	newTally,
	nodeCount,
	type Operation,
	type Piece,
} from '../src/core/index'
import { readDrawing, sheetOf } from './drawings'
import { say, writeText } from './files'
import { outputSaid, parsedArgs, UsageError } from './usage'

const OPERATIONS: readonly Operation[] = ['cut-out', 'merge', 'overlap', 'exclude']
/** So many digits that crossings stay where they are to a millionth of a px. */
const DIGITS = 6

/** `combine OP SUBJECT.svg CLIP.svg`: one drawing cut out of another, or joined with it. */
export async function combineCommand(args: string[]): Promise<void> {
	const { op, inputs, output, json } = understood(args)
	const subject = await readDrawing(inputs[0])
	const clip = await readDrawing(inputs[1])
	const pieces = combined(op, subject.pieces, clip.pieces)
	const sheet = sheetOf(subject, pieces)
	if (output !== undefined) await writeText(output, formatSvg(sheet, { digits: DIGITS }))
	if (json)
		say(
			`${JSON.stringify({
				operation: op,
				outlines: outlinesOf(pieces).length,
				nodesBefore: nodeCount(outlinesOf([...subject.pieces, ...clip.pieces])),
				nodesAfter: nodeCount(outlinesOf(pieces)),
				skipped: addUp([...subject.skipped, ...clip.skipped]),
			})}\n`,
		)
}

/**
 * What is cut out or shared is worked out piece by piece, so that each keeps its paint; what is
 * merged or excluded becomes one piece, painted like the subject's first.
 */
function combined(op: Operation, subject: readonly Piece[], clip: readonly Piece[]): Piece[] {
	const cutter: Area = { contours: combineAreas('merge', clip.map(areaOf)), rule: 'nonzero' }
	const whole = { contours: combineAreas('merge', subject.map(areaOf)), rule: 'nonzero' as const }
	const [first = clip[0]] = subject
	const results =
		op === 'cut-out' || op === 'overlap'
			? subject.map((piece) => withOutlines(piece, combineAreas(op, [areaOf(piece), cutter])))
			: first
				? [withOutlines(first, combineAreas(op, [whole, cutter]))]
				: []
	return results.filter(({ contours }) => contours.length > 0)
}

function areaOf({ contours, fillRule }: Piece): Area {
	return { contours, rule: fillRule }
}

function withOutlines(piece: Piece, contours: Piece['contours']): Piece {
	return { ...piece, contours, fillRule: 'evenodd' }
}

/** What both drawings lack, each kind once. */
function addUp(all: readonly LeftOut[]): LeftOut[] {
	const tally = newTally()
	for (const { what, count } of all) tally.add(what, count)
	return tally.all()
}

function outlinesOf(pieces: readonly Piece[]): Contour[] {
	return pieces.flatMap(({ contours }) => contours)
}

interface Understood {
	readonly op: Operation
	readonly inputs: readonly [string, string]
	/** Where the drawing goes; nowhere where only the summary is asked for. */
	readonly output: string | undefined
	readonly json: boolean
}

function understood(args: string[]): Understood {
	const { values, positionals } = parsedArgs(args, OPTIONS)
	const [name, subject, clip, ...more] = positionals
	const op = OPERATIONS.find((operation) => operation === name)
	if (!op) {
		const said = name ? `not “${name}”` : 'say which'
		throw new UsageError(`Drawings are combined by ${OPERATIONS.join(', ')}: ${said}.`)
	}
	if (!subject || !clip) throw new UsageError('Name two drawings: the subject and the clip.')
	if (more.length > 0) throw new UsageError(`Two drawings at a time, not also ${more.join(', ')}.`)
	if (subject === '-' && clip === '-')
		throw new UsageError('Only one of the drawings can come from standard input.')
	const { output, json } = outputSaid(values)
	return { op, inputs: [subject, clip], output, json }
}

const OPTIONS = { output: { type: 'string', short: 'o' }, json: { type: 'boolean' } } as const
