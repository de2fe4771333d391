import { parentPort } from 'node:worker_threads'
import { coverageWindow, exposeWindow } from './expose.ts'
import type { Band, BandJob } from './render.ts'
import { scaled } from './scale.ts'

/** One worker thread's share: photographs the band it is sent and sends it back. */
parentPort?.on('message', ({ name, scale, window }: BandJob) => {
	const scene = scaled(name, scale)
	const band: Band = {
		window,
		rgb: exposeWindow(scene, window),
		mask: coverageWindow(scene, window),
		also: (scene.also ?? []).map((subject) => coverageWindow(scene, window, subject)),
	}
	parentPort?.postMessage(band)
})
