import { type ParseArgsConfig, parseArgs } from 'node:util'

/** The command line was not understood. */
export class UsageError extends Error {
	override readonly name = 'UsageError'
}

/** Some of what was asked for was done, and is written. */
export class PartlyDone extends Error {
	override readonly name = 'PartlyDone'
}

/** Arguments by their options and places. @throws {UsageError} for options that there are not */
export function parsedArgs<const O extends NonNullable<ParseArgsConfig['options']>>(
	args: string[],
	options: O,
) {
	try {
		return parseArgs({ args, allowPositionals: true, options })
	} catch (error) {
		throw new UsageError(error instanceof Error ? error.message : String(error))
	}
}

/** Where a drawing goes: to standard output unless a file is named or only the summary is asked for. */
export function outputSaid(values: {
	readonly output?: string | undefined
	readonly json?: boolean | undefined
}): { readonly output: string | undefined; readonly json: boolean } {
	const json = values.json ?? false
	const output = values.output ?? (json ? undefined : '-')
	if (json && output === '-')
		throw new UsageError('The drawing and the summary cannot both go to standard output.')
	return { output, json }
}
