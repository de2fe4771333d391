import { plankBench, plasterWall } from './bench.ts'
import type { Scene } from './scene.ts'
import { cardStack, threadReel } from './subjects/benchProps.ts'
import { heron } from './subjects/heron.ts'
import { ironKey } from './subjects/key.ts'
import { lantern } from './subjects/lantern.ts'
import { teapot } from './subjects/teapot.ts'

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
	heron: {
		subject: heron,
		props: [cardStack(1.9, -0.9, -0.3)],
		bench: plankBench,
		wall: plasterWall,
		wallAt: -3.2,
		camera: {
			from: [-0.6, 1.9, 12],
			to: [-0.05, 1.4, 0],
			height: 3.3,
			roll: -0.014,
			aperture: 0.1,
		},
		width: 1000,
		height: 1200,
		seed: 23,
		exposure: 1.02,
	},
	key: {
		subject: ironKey,
		props: [],
		bench: plankBench,
		wall: plasterWall,
		wallAt: -9,
		camera: {
			from: [0.3, 11, 2.4],
			to: [0, 0.08, 0.08],
			height: 2.9,
			roll: 0.21,
			aperture: 0.12,
		},
		width: 1280,
		height: 960,
		seed: 5,
		exposure: 1.12,
	},
	teapot: {
		subject: teapot,
		props: [threadReel(1.75, -1.6, 0.55)],
		bench: plankBench,
		wall: plasterWall,
		wallAt: -2.8,
		camera: {
			from: [0.9, 2.6, 12],
			to: [-0.02, 0.94, 0],
			height: 2.75,
			roll: 0.01,
			aperture: 0.12,
		},
		width: 920,
		height: 690,
		seed: 41,
		exposure: 1,
	},
}
