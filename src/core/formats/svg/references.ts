import type { SvgElement } from './elements'
import { referenceOf } from './paints'
import type { Reader } from './reader'

/** An element, the one it refers to for what it does not say itself, and so on. */
export function chainOf(reader: Reader, element: SvgElement): SvgElement[] {
	const chain: SvgElement[] = []
	for (let at: SvgElement | undefined = element; at && !chain.includes(at); ) {
		chain.push(at)
		at = reader.tree.byId.get(referenceOf(at.attributes.href) ?? '')
	}
	return chain
}
