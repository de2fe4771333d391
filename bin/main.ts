import { isClosedPipe, say } from './files'
import { PartlyDone, UsageError } from './usage'

type Command = (args: string[]) => Promise<void>

/** What a command needs of the core is read when it is asked for. */
const COMMANDS: Readonly<Record<string, () => Promise<Command>>> = {
	combine: () => import('./combine').then((m) => m.combineCommand),
	convert: () => import('./convert').then((m) => m.convertCommand),
	'cut-out': () => import('./cutOut').then((m) => m.cutOutCommand),
	measure: () => import('./measure').then((m) => m.measureCommand),
	thin: () => import('./thin').then((m) => m.thinCommand),
	trace: () => import('./trace').then((m) => m.traceCommand),
}

const HELP = `skiagram convert IN.(svg|dxf) OUT.(svg|pdf|eps|dxf|png|jpg|webp|nc)
        [--size WIDTH] [--tolerance MM] [--precision DECIMALS] [--json]
skiagram convert IN.svg… [-o OUT|FOLDER/] …
    Writes drawings again as they come in, by the file's ending; several go into a
    folder, as SVG. WIDTH is 120mm, 12cm, 5in or, of pictures, 800px; MM is how far
    arcs may leave curves in DXF and in G-code (.nc) for the cutting table.

skiagram cut-out PHOTO OUTLINE.svg OUT.(png|webp) [--allowance PX] [--feather PX]
        [--backdrop #RRGGBB|PICTURE] [--width PX]
        [--mask] [--json]
    What outlines fill of a photo, the rest seen through; its edge colours are cleaned.

skiagram thin IN.svg [--tolerance PX] [-o OUT.svg] [--json]
    Takes the needless nodes out of every outline; none moves further than PX (0.8).

skiagram combine OP SUBJECT.svg CLIP.svg [-o OUT.svg] [--json]
    OP is cut-out (the clip is taken from the subject), merge, overlap (what both
    have) or exclude (what only one of them has).

skiagram trace PHOTO --box X,Y,W,H [--tolerance PX] [--allowance PX] [-o OUT.svg] [--json]
    Outlines the one object in a box of a photo (PNG, JPEG, WebP), its openings too;
    the outline leaves its edge by no more than PX (0.8) and lies PX (0) inside it.
skiagram trace FOLDER -o FOLDER [--boxes BOXES.csv] …
    The same for each photo of a folder, with a table of what came of them. A line of
    BOXES.csv is NAME,X,Y,W,H; a photo that is not in it is looked at whole.

skiagram measure OUTLINE.svg (PHOTO|OTHER.svg) [--json]
    Says how far outlines lie from a photo's edges, or from another drawing's outlines.

    Files may be - for standard input and output. With --json a summary
    is written to standard output.
`

/** Runs one command. @returns the exit code: 0 done, 1 could not, 2 not understood */
export async function main([name, ...args]: string[]): Promise<number> {
	try {
		const command = Object.hasOwn(COMMANDS, name ?? '') ? COMMANDS[name ?? ''] : undefined
		if ([name, ...args].some((one) => one === '--help' || one === '-h')) say(HELP)
		else if (command) await (await command())(args)
		else throw new UsageError(name ? `There is no command “${name}”.` : 'Say what to do.')
		return 0
	} catch (error) {
		if (isClosedPipe(error)) return 0
		const message = error instanceof Error ? error.message : String(error)
		const usage = error instanceof UsageError
		const rest = usage
			? 'skiagram --help says what there is.'
			: error instanceof PartlyDone
				? 'The others are written.'
				: writtenOf(name)
		process.stderr.write(`skiagram: ${ended(message)} ${rest}\n`)
		return usage ? 2 : 1
	}
}

/** A message as a sentence, in one line. */
function ended(message: string): string {
	const line = message.replaceAll(/\s*\n\s*/g, ' ').trim()
	return /[.!?]$/.test(line) ? line : `${line}.`
}

/** Of several drawings some may have been written before one failed. */
function writtenOf(name: string | undefined): string {
	return name === 'convert'
		? 'Of a drawing that failed nothing was written.'
		: 'Nothing was written.'
}
