/** An SVG that cannot be read: where, and why. Nothing of it was taken over. */
export class SvgSyntaxError extends Error {
	constructor(problem: string) {
		super(problem)
		this.name = 'SvgSyntaxError'
	}
}
