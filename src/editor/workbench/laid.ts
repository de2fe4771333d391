/** How pieces lie on the clipboard for sheets of ours: to the last digit, with kinds and names. */
export const OWN_TYPE = 'application/x-skiagram-pieces+json'
export const SVG_TYPE = 'image/svg+xml'

/** What lay on the clipboard when it was asked for: pieces of ours, a drawing as SVG, or neither. */
export interface Laid {
	readonly own: string
	readonly svg: string
	/** It is to lie where it lay. */
	readonly inPlace?: boolean
}
