import { type ParseArgsConfig, parseArgs } from 'node:util'

/** The command line was not understood. */
export class UsageError extends Error {
	override readonly name = 'UsageError'
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
