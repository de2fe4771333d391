import { byteAt } from '../../geometry/numbers'

/**
 * Leaves out the parts of what is inside that are thinner than is asked for: what a disc of that width does not
 * reach (an opening; Matheron, 1975), by steps along rows and columns in turn with diagonal ones.
 * @param inside 1 for each pixel that is inside
 * @param finest px
 */
export function withoutThin(inside: Uint8Array, width: number, finest: number): Uint8Array {
	const steps = Math.floor(finest / 2)
	if (steps < 1) return inside
	const core = spread(inside, width, steps, 0)
	// A px more than was taken away: what is wide enough is as it was.
	const reached = spread(core, width, steps + 1, 1)
	return inside.map((own, k) => own & byteAt(reached, k))
}

/** What has the value grows by so many steps: by four neighbours and by eight in turn, which makes octagons. */
function spread(from: Uint8Array, width: number, steps: number, value: number): Uint8Array {
	let now = from
	for (let step = 0; step < steps; step++) {
		const next = now.slice()
		for (let k = 0; k < now.length; k++) {
			if (byteAt(now, k) !== value) continue
			const x = k % width
			const [left, right] = [x > 0, x < width - 1]
			for (const row of [k - width, k, k + width]) {
				if (row < 0 || row >= now.length) continue
				next[row] = value
				if (row !== k && step % 2 === 0) continue
				if (left) next[row - 1] = value
				if (right) next[row + 1] = value
			}
		}
		now = next
	}
	return now
}
