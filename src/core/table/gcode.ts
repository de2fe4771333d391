import { plainNumber } from '../formats/pathWords'
import { arcCentre } from '../geometry/arcs'
import type { Point } from '../geometry/point'
import type { Job, Step } from './job'

/** Of a mm. */
const DIGITS = 3
/** Of larger circles a stretch is straight as near as can be told, mm. */
const STRAIGHT_RADIUS = 2000

/** A machine reads no long lines; of a longer name the beginning is said, characters. */
const LONGEST_NAME = 80

/**
 * A job as G-code (RS-274/NGC; NIST, 2000): mm, absolute, y up from the bed's lower left. The beam is
 * on between `M3` and `M5`, `S` its power in per cent; `G4` waits for it to burn through, seconds.
 */
export function formatGcode(job: Job, name: string): string {
	const { bed, figures } = job
	const lines = [
		`(${
			name
				.replace(/[()\n\r]/g, ' ')
				.replace(/[^\x20-\x7e]/g, '')
				.trim()
				.slice(0, LONGEST_NAME) || 'Job'
		})`,
		`(Bed ${bed.width} x ${bed.height} mm, kerf ${bed.kerf} mm)`,
		`(${figures.moves} moves, ${Math.round(figures.seconds)} s)`,
		'G21',
		'G90',
		'G17',
	]
	let feed = 0
	for (const step of job.steps) {
		const { text, feed: now } = said(step, feed, bed.height)
		feed = now
		lines.push(...text)
	}
	return [...lines, 'M2', ''].join('\n')
}

function said(step: Step, feed: number, height: number): { text: string[]; feed: number } {
	const at = ([x, y]: Point) => `X${mm(x)} Y${mm(height - y)}`
	switch (step.what) {
		case 'travel':
			return { text: [`G0 ${at(step.to)}`], feed }
		case 'on': {
			const wait = step.wait > 0 ? [`G4 P${mm(step.wait)}`] : []
			return { text: [`M3 S${mm(step.power)}`, ...wait], feed }
		}
		case 'off':
			return { text: ['M5'], feed }
		case 'cut': {
			const { arc } = step
			const speed = step.feed === feed ? '' : ` F${mm(step.feed)}`
			const centre = arcCentre(arc)
			const radius = centre ? Math.hypot(arc.from[0] - centre[0], arc.from[1] - centre[1]) : 0
			if (!centre || radius > STRAIGHT_RADIUS)
				return { text: [`G1 ${at(arc.to)}${speed}`], feed: step.feed }
			// Clockwise on the sheet, whose y goes down, is clockwise on the bed, which is seen the same.
			const way = arc.sweep > 0 ? 'G2' : 'G3'
			const [i, j] = [centre[0] - arc.from[0], arc.from[1] - centre[1]]
			return { text: [`${way} ${at(arc.to)} I${mm(i)} J${mm(j)}${speed}`], feed: step.feed }
		}
	}
}

const mm = (v: number) => plainNumber(v, DIGITS)
