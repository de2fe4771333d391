import type { HostRef, Setting } from './lettering'
import type { Piece } from './model'

/**
 * Copies of pieces in which words go by the copies of their outlines, where these were copied with them; by the outlines
 * themselves where not.
 * @param copies in the order of the pieces that they are copies of, outline by outline
 */
export function rehosted(pieces: readonly Piece[], copies: readonly Piece[]): readonly Piece[] {
	if (!copies.some(({ lettering }) => lettering)) return copies
	const own = new Map<string, string>()
	for (const [k, piece] of pieces.entries()) {
		const copy = copies[k]
		if (!copy || piece.lettering) continue
		own.set(piece.id, copy.id)
		for (const [c, contour] of piece.contours.entries()) {
			own.set(contour.id, copy.contours[c]?.id ?? contour.id)
			for (const [n, { id }] of contour.nodes.entries())
				own.set(id, copy.contours[c]?.nodes[n]?.id ?? id)
		}
	}
	return copies.map((copy) =>
		copy.lettering
			? { ...copy, lettering: { ...copy.lettering, setting: inCopy(copy.lettering.setting, own) } }
			: copy,
	)
}

function inCopy(setting: Setting, own: ReadonlyMap<string, string>): Setting {
	const id = (old: string) => own.get(old) ?? old
	const host = ({ piece, contour }: HostRef): HostRef => ({
		piece: id(piece),
		contour: id(contour),
	})
	switch (setting.kind) {
		case 'free':
			return setting
		case 'between':
			return { ...setting, top: host(setting.top), bottom: host(setting.bottom) }
		case 'within':
			return { ...setting, ...host(setting) }
		case 'along': {
			const { between } = setting
			return {
				...setting,
				...host(setting),
				...(between && { between: [id(between[0]), id(between[1])] as const }),
			}
		}
	}
}
