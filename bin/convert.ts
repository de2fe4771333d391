import { existsSync } from 'node:fs'
import { basename, extname, join } from 'node:path'
import { addPieces, type LeftOut, nodeCount, saysLeftOut } from '../src/core/index'
import { numberWithin, readDrawing, sheetOf } from './drawings'
import { isFolder, makeFolder, say, writeText } from './files'
import { contentFor, OUT_EXTENSIONS, type OutWish, saysEndings, sizeSaid } from './outFormats'
import { parsedArgs, UsageError } from './usage'

interface Converted {
	readonly input: string
	/** Where it went; absent where it could not be read or written. */
	readonly output?: string
	readonly pieces?: number
	readonly outlines?: number
	readonly nodes?: number
	readonly skipped?: readonly LeftOut[]
	readonly error?: string
}

/** `convert IN…`: drawings as they come in, written again in any format; one that fails stops no other. */
export async function convertCommand(args: string[]): Promise<void> {
	const { inputs, outputOf, folder, wish, json } = understood(args)
	const done: Converted[] = []
	if (folder !== undefined) await makeFolder(folder)
	for (const input of inputs) {
		const converted = await convert(input, outputOf(input), wish)
		done.push(converted)
		if (!json) report(converted)
	}
	if (json) say(`${JSON.stringify({ files: done })}\n`)
	const failed = done.filter(({ error }) => error !== undefined)
	const [only] = failed
	if (only)
		throw new Error(
			failed.length === 1
				? only.error
				: `${failed.length} of ${done.length} drawings could not be converted.`,
		)
}

async function convert(
	input: string,
	output: string | undefined,
	wish: OutWish,
): Promise<Converted> {
	try {
		const drawing = await readDrawing(input)
		const outlines = drawing.pieces.flatMap(({ contours }) => contours)
		const sheet = addPieces(sheetOf(drawing, []), drawing.pieces, drawing.groups)
		if (output !== undefined) await writeText(output, await contentFor(output, sheet, wish))
		return {
			input,
			...(output !== undefined && { output }),
			pieces: drawing.pieces.length,
			outlines: outlines.length,
			nodes: nodeCount(outlines),
			skipped: drawing.skipped,
		}
	} catch (error) {
		return { input, error: error instanceof Error ? error.message : String(error) }
	}
}

function report({ input, skipped = [], error }: Converted): void {
	if (error === undefined && skipped.length > 0)
		process.stderr.write(`${input}: not as it was: ${saysLeftOut(skipped)}\n`)
}

interface Understood {
	readonly inputs: readonly string[]
	readonly outputOf: (input: string) => string | undefined
	/** Made where it is not there yet. */
	readonly folder: string | undefined
	readonly wish: OutWish
	readonly json: boolean
}

function understood(args: string[]): Understood {
	const { values, positionals } = parsedArgs(args, OPTIONS)
	const json = values.json ?? false
	const { inputs, named } = apart(positionals, values.output)
	if (inputs.length === 0) throw new UsageError('Name the drawings to convert.')
	const output = named ?? (json ? undefined : '-')
	if (json && output === '-')
		throw new UsageError('The drawing and the summary cannot both go to standard output.')
	if (inputs.filter((input) => input === '-').length > 1)
		throw new UsageError('Standard input can be read once.')
	const digits = numberWithin(values.precision, {
		least: 0,
		most: 6,
		otherwise: 3,
		what: 'A precision is a number of decimals',
	})
	if (!Number.isInteger(digits)) throw new UsageError('A precision is a whole number of decimals.')
	const folder = output !== undefined && output !== '-' && isFolder(output) ? output : undefined
	const size = sizeSaid(values.size)
	const wish: OutWish = {
		digits,
		...(values.tolerance !== undefined && {
			tolerance: numberWithin(values.tolerance, {
				least: 0.001,
				most: 10,
				otherwise: 0.02,
				what: 'A tolerance is a number of mm',
			}),
		}),
		...(size && { size }),
	}
	return { inputs, outputOf: outputs(inputs, output), folder, wish, json }
}

/**
 * The drawings, and where they go. Of two names alone the second is where the first goes, where it is a
 * kind that is only written, standard output, or nothing lies there that could be meant to be read.
 * @throws {UsageError} where it is of a kind that nothing is written as
 */
function apart(positionals: readonly string[], said: string | undefined) {
	const [input, output, more] = positionals
	const free = input !== undefined && output !== undefined && more === undefined && !said
	if (!free) return { inputs: positionals, named: said }
	if (output === '-') return { inputs: [input], named: output }
	const extension = extname(output).toLowerCase()
	// What lies there is meant to be read, whatever it is.
	if (extension !== '' && !OUT_EXTENSIONS.includes(extension) && !existsSync(output))
		throw new UsageError(saysEndings(extension))
	const isRead = ['.svg', '.svgz', '.dxf'].includes(extension)
	const meant = OUT_EXTENSIONS.includes(extension) && !(isRead && existsSync(output))
	return meant ? { inputs: [input], named: output } : { inputs: positionals, named: said }
}

/** Where each drawing goes: to the one file that is named, or into a folder under its own name. */
function outputs(inputs: readonly string[], output: string | undefined) {
	if (output === undefined) return () => undefined
	if (output === '-' || !isFolder(output)) {
		if (inputs.length > 1)
			throw new UsageError('Several drawings go into a folder: end its name with a slash.')
		return () => output
	}
	const names = inputs.map(nameOf)
	const twice = names.find((name, i) => names.indexOf(name) !== i)
	if (twice !== undefined)
		throw new UsageError(`Two of the drawings would both become ${join(output, twice)}.`)
	return (input: string) => join(output, nameOf(input))
}

function nameOf(input: string): string {
	return input === '-' ? 'drawing.svg' : basename(input).replace(/(\.(svgz?|dxf))?$/i, '.svg')
}

const OPTIONS = {
	output: { type: 'string', short: 'o' },
	precision: { type: 'string' },
	size: { type: 'string' },
	tolerance: { type: 'string' },
	json: { type: 'boolean' },
} as const
