import { combineCommand } from './combine'
import { thinCommand } from './thin'
import { UsageError } from './usage'

const COMMANDS: Readonly<Record<string, (args: string[]) => Promise<void>>> = {
	combine: combineCommand,
	thin: thinCommand,
}

const HELP = `skiagram thin IN.svg [--tolerance PX] [-o OUT.svg] [--json]
    Takes the needless nodes out of every outline; none moves further than PX (0.8).

skiagram combine OP SUBJECT.svg CLIP.svg [-o OUT.svg] [--json]
    OP is cut-out (the clip is taken from the subject), merge, overlap (what both
    have) or exclude (what only one of them has).

    Files may be - for standard input and output. With --json a summary
    is written to standard output.
`

/** Runs one command. @returns the exit code: 0 done, 1 could not, 2 not understood */
export async function main([name, ...args]: string[]): Promise<number> {
	try {
		const command = COMMANDS[name ?? '']
		if (name === '--help' || name === '-h') process.stdout.write(HELP)
		else if (command) await command(args)
		else throw new UsageError(name ? `There is no command “${name}”.` : 'Say what to do.')
		return 0
	} catch (error) {
		const message = error instanceof Error ? error.message : String(error)
		const usage = error instanceof UsageError
		process.stderr.write(`skiagram: ${message}\n${usage ? HELP : 'Nothing was written.\n'}`)
		return usage ? 2 : 1
	}
}
