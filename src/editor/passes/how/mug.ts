import type { NodeKind, Point } from '@/core'

/** The mug that the moving pictures are about. */
export const MUG = 'M60 28H132V46C170 46 172 98 132 98V116H60Z'
export const GAP = 'M132 60C150 60 150 84 132 84Z'
export const MUG_WITH_GAP = MUG + GAP

const node = (x: number, y: number, kind: NodeKind = 'corner') => ({
	at: [x, y] as Point,
	kind,
})

/** Its nodes, as few as it needs. */
export const MUG_NODES = [
	node(60, 28),
	node(132, 28),
	node(132, 46, 'cusp'),
	node(161, 72, 'smooth'),
	node(132, 98, 'cusp'),
	node(132, 116),
	node(60, 116),
]

export const GAP_NODES = [node(132, 60, 'cusp'), node(145.5, 72, 'smooth'), node(132, 84, 'cusp')]

/** The same with more nodes than it needs. */
export const NEEDLESS = [
	...[76, 92, 108, 120].map((x) => node(x, 28)),
	...[100, 84, 70].map((x) => node(x, 116)),
	...[44, 62, 80, 98].map((y) => node(60, y)),
	node(150, 54, 'smooth'),
	node(152, 90, 'smooth'),
]
