/** The command line was not understood. */
export class UsageError extends Error {
	override readonly name = 'UsageError'
}
