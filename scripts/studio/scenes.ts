import { plankBench, plasterWall } from './bench.ts'
import type { Scene } from './scene.ts'
import { cardStack, threadReel } from './subjects/benchProps.ts'
import { lantern } from './subjects/lantern.ts'

/** Every photograph that the studio can take, by name. */
export const scenes: Record<string, Scene> = {
	lantern: {
		subject: lantern,
		props: [threadReel(2.15, -1.5, 0.8), threadReel(2.75, -0.9, 0.62), cardStack(-2.25, -0.7, 0.5)],
		bench: plankBench,
		wall: plasterWall,
		wallAt: -3.4,
		camera: { from: [0, 1.62, 12], to: [0.08, 1.5, 0], height: 3.72, roll: 0.022, aperture: 0.11 },
		width: 2000,
		height: 1500,
		seed: 71,
		exposure: 0.98,
	},
}
