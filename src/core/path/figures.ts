import type { Figure } from './model'

/** How far waves go up and down, as a share of their spacing. */
const SWING = 0.22

/**
 * The lines of a figure in one of its squares, as path data: where they leave it, the next goes on.
 * @param px writes a number
 */
export function figurePath(
	figure: Exclude<Figure, 'dots'>,
	spacing: number,
	px: (v: number) => number = (v) => v,
): string {
	const [s, half] = [px(spacing), px(spacing / 2)]
	if (figure === 'hatch') return `M0 ${half}H${s}`
	if (figure === 'cross-hatch') return `M0 ${half}H${s}M${half} 0V${s}`
	// One swing up and one down, with level ways between in the direction of the next.
	const [up, down] = [px(spacing * (0.5 - 2 * SWING)), px(spacing * (0.5 + 2 * SWING))]
	const [a, b] = [px(spacing / 6), px(spacing / 3)]
	const [c, d] = [px((2 * spacing) / 3), px((5 * spacing) / 6)]
	return `M0 ${half}C${a} ${up} ${b} ${up} ${half} ${half}C${c} ${down} ${d} ${down} ${s} ${half}`
}
