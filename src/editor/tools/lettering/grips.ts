import { distance, findPiece, type Point, type Sheet } from '@/core'
import { changedLettering, hostsOf, putAt, railOf } from '@/core/letter'
import type { Sight } from '@/editor/session/machine'
import type { PointerInput } from '@/editor/session/tool'
import { type Laid, nearestAlong } from './laid'

/** A handle of words along an outline: where they begin, and how far off they stand. */
export type Grip = 'start' | 'offset'

/** The handles of words along an outline: where they are put on it, and above that. */
export function gripsOf(
	{ lettering, way }: Laid,
	sight: Sight,
): { readonly of: Grip; readonly at: Point }[] {
	const { setting, shaped, align } = lettering
	if (setting.kind !== 'along') return []
	const host = hostsOf(sight.sheet())(setting)
	const [line] = way.lines
	if (!host || !line) return []
	const rail = railOf(host, setting)
	const x = putAt(align, 0, line.width)
	return [
		{ of: 'start', at: rail.at(putAt(align, setting.start, rail.length)).p },
		{ of: 'offset', at: way.at(0, x, (1.25 * shaped.ascent * way.size) / shaped.em) },
	]
}

export function gripAt(words: Laid, { at, reach }: PointerInput, sight: Sight): Grip | null {
	const near = gripsOf(words, sight).filter((grip) => distance(grip.at, at) <= reach)
	return near.sort((a, b) => distance(a.at, at) - distance(b.at, at))[0]?.of ?? null
}

/** The sheet with words dragged by a handle. */
export function dragged(
	base: Sheet,
	id: string,
	grip: Grip,
	began: Point,
	{ at, shift }: PointerInput,
): Sheet {
	const lettering = findPiece(base, id)?.lettering
	if (lettering?.setting.kind !== 'along') return base
	const { setting, align } = lettering
	const host = hostsOf(base)(setting)
	if (!host) return base
	const rail = railOf(host, setting)
	const [from, to] = [nearestAlong(rail, began), nearestAlong(rail, at)]
	const gone = to - from
	const whole = rail.closed ? gone - Math.round(gone / rail.length) * rail.length : gone
	const start = setting.start + (align === 'right' ? -whole : whole)
	const { along } = rail.at(from)
	const lifted = (at[0] - began[0]) * along[1] - (at[1] - began[1]) * along[0]
	const change = grip === 'start' ? { start } : { offset: shift ? 0 : setting.offset + lifted }
	return changedLettering(base, id, { setting: { ...setting, ...change } })
}
