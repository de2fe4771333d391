import { readdir } from 'node:fs/promises'
import { join, parse } from 'node:path'
import type { Box } from '../src/core/index'
import { makeFolder, readBytes, say, writeText } from './files'
import { boxSaid, type Traced, type TraceSettings, tracePhoto } from './tracePhoto'
import { PartlyDone, UsageError } from './usage'

/** What is taken for a photo. */
const PHOTO = /\.(png|jpe?g|webp)$/i

/** What came of one photo. */
type Result = { readonly file: string } & (
	| ({ readonly out: string } & Traced)
	| { readonly problem: string }
)

/**
 * Traces each photo of a folder into a drawing of its name; one that cannot be traced is told, and the others go on.
 * @param o.boxes a table of boxes, `name,x,y,w,h` a line; a photo that is not in it is looked at whole
 * @throws {PartlyDone} where some could not be traced
 */
export async function traceFolder(
	folder: string,
	o: {
		readonly output: string
		readonly boxes: string | undefined
		readonly json: boolean
		readonly settings: TraceSettings
	},
): Promise<void> {
	const files = (await namesIn(folder)).filter((name) => PHOTO.test(name))
	if (files.length === 0) throw new UsageError(`There is no PNG, JPEG or WebP in ${folder}.`)
	const boxes = o.boxes === undefined ? new Map<string, Box>() : await readBoxes(o.boxes)
	const strange = [...boxes.keys()].filter((name) => !files.includes(name))
	if (strange.length > 0)
		throw new UsageError(`There is no photo ${strange.slice(0, 3).join(', ')} in ${folder}.`)
	await makeFolder(o.output)
	const outs = ownStems(files)
	const results: Result[] = []
	for (const [i, file] of files.entries()) {
		const out = join(o.output, `${outs[i]}.svg`)
		const result = await traced(join(folder, file), file, out, boxes.get(file), o.settings)
		results.push(result)
		process.stderr.write(`${i + 1} of ${files.length}: ${line(result)}\n`)
	}
	say(o.json ? `${JSON.stringify(results)}\n` : table(results))
	const failed = results.filter((result) => 'problem' in result).length
	if (failed > 0) throw new PartlyDone(`${failed} of ${files.length} photos could not be traced.`)
}

async function namesIn(folder: string): Promise<string[]> {
	const found = await readdir(folder, { withFileTypes: true })
	return found
		.filter((entry) => entry.isFile() || entry.isSymbolicLink())
		.map(({ name }) => name)
		.sort(new Intl.Collator('en', { numeric: true }).compare)
}

async function traced(
	path: string,
	file: string,
	out: string,
	box: Box | undefined,
	settings: TraceSettings,
): Promise<Result> {
	try {
		const { svg, ...said } = await tracePhoto(path, box, settings)
		await writeText(out, svg)
		return { file, out, ...said }
	} catch (error) {
		return { file, problem: error instanceof Error ? error.message : String(error) }
	}
}

/** Photos of one stem, such as `key.jpg` and `key.png`, keep their endings. */
function ownStems(files: readonly string[]): string[] {
	const stems = files.map((file) => parse(file).name)
	return files.map((file, i) =>
		stems.filter((stem) => stem === stems[i]).length > 1
			? file.replace('.', '-')
			: (stems[i] ?? ''),
	)
}

const line = (result: Result): string =>
	'problem' in result
		? `${result.file}: ${result.problem}`
		: `${result.file}: ${result.outlines} outlines, ${result.nodes} nodes`

function table(results: readonly Result[]): string {
	const rows = results.map((result) =>
		'problem' in result
			? [result.file, '-', '-', '-', result.problem]
			: [
					result.file,
					String(result.outlines),
					String(result.nodes),
					String(result.unsure),
					result.out,
				],
	)
	const all = [['photo', 'outlines', 'nodes', 'unsure', 'drawing'], ...rows]
	const widths = [0, 1, 2, 3].map((k) => Math.max(...all.map((row) => row[k]?.length ?? 0)))
	return all
		.map(
			(row) =>
				`${row
					.map((cell, k) => cell.padEnd(widths[k] ?? 0))
					.join('  ')
					.trimEnd()}\n`,
		)
		.join('')
}

async function readBoxes(path: string): Promise<Map<string, Box>> {
	const text = new TextDecoder().decode(await readBytes(path))
	const boxes = new Map<string, Box>()
	for (const [n, row] of text.split(/\r?\n/).entries()) {
		if (row.trim() === '') continue
		const cells = row.split(/[,;\t]/).map((cell) => cell.trim().replace(/^"(.*)"$/, '$1'))
		const [name = '', ...numbers] = cells
		// A first line may say what the columns are.
		if (n === 0 && numbers.every((cell) => !Number.isFinite(Number(cell)))) continue
		try {
			boxes.set(name, boxSaid(numbers.join(',')))
		} catch (error) {
			throw new UsageError(
				`${path}, line ${n + 1}: ${error instanceof Error ? error.message : error}`,
			)
		}
	}
	return boxes
}
