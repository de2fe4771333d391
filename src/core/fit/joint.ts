/** A place where two spans of a fit meet; directions are unit vectors of travel. */
export interface Joint {
	/** The nearest point of the trail. */
	i: number
	x: number
	y: number
	inX: number
	inY: number
	outX: number
	outY: number
	/** Whether the directions are independent of each other. */
	corner: boolean
	/** A corner where a smooth joint may do as well. */
	doubtful?: boolean
	/** Whether a direction is given: by a straight run, or because it is level or upright. */
	fixedIn: boolean
	fixedOut: boolean
	/** The line along which alone it may move; `null` where it is free, zero where it is not. */
	slide: readonly [number, number] | null
}

export function smoothJoint(i: number, x: number, y: number, dx: number, dy: number): Joint {
	return {
		i,
		x,
		y,
		inX: dx,
		inY: dy,
		outX: dx,
		outY: dy,
		corner: false,
		fixedIn: false,
		fixedOut: false,
		slide: null,
	}
}
