/** What the studio photographs: a subject on a bench before a wall, and the camera's place. */

export type Vec = [x: number, y: number, z: number]

/** How a surface answers light. Colours are linear RGB in [0, 1]. */
export interface Surface {
	colour: Vec
	/** Reflectance looking straight on: 0.04 for paint, 0.6 and up for metal. */
	reflectance: number
	/** 0 a mirror, 1 chalk. */
	roughness: number
	/** Metals tint what they reflect. */
	metal: boolean
}

export interface Subject {
	name: string
	/** Signed distance in scene units; a lower bound will do. */
	distance(x: number, y: number, z: number): number
	surface(x: number, y: number, z: number): Surface
	/** A sphere round the whole subject: rays that miss it skip the march. */
	bounds: { centre: Vec; radius: number }
}

export interface Camera {
	from: Vec
	to: Vec
	/** Scene units seen from the picture's bottom to its top at the subject. */
	height: number
	/** Turn about the line of sight, radians. */
	roll: number
	/** Lens radius in scene units: what lies off the focal plane blurs. */
	aperture: number
}

export interface Scene {
	subject: Subject
	/** Other things on the bench: photographed, but no part of the truth. */
	props: Subject[]
	/** Of those the ones that have a truth of their own: what is seen of them. */
	also?: readonly Subject[]
	bench(x: number, z: number): Surface
	wall(x: number, y: number): Surface
	/** Depth at which the wall stands, negative. */
	wallAt: number
	camera: Camera
	width: number
	height: number
	seed: number
	exposure: number
	/** Light paths a pixel, 16 where nothing is said: fewer for a picture of many pixels. */
	paths?: number
	/** JPEG quality, 90 where nothing is said. */
	quality?: number
}
