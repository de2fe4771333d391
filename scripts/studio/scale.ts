import type { Scene } from './scene.ts'
import { scenes } from './scenes.ts'

/** The named scene at `scale` times its size in pixels, framed alike. */
export function scaled(name: string, scale: number): Scene {
	const scene = scenes[name]
	if (!scene) throw new Error(`No scene “${name}”.`)
	return {
		...scene,
		width: Math.round(scene.width * scale),
		height: Math.round(scene.height * scale),
	}
}
