/** The workshop's photographs that a new sheet can be started from. */
export interface Sample {
	readonly id: string
	readonly name: string
	readonly file: string
	readonly alt: string
	readonly width: number
	readonly height: number
}

export const SAMPLES: readonly Sample[] = [
	{
		id: 'lantern',
		name: 'Storm lantern',
		file: '/photos/lantern.jpg',
		alt: 'A red enamelled storm lantern with a steel bail handle, standing on a wooden bench before a plaster wall; thread reels and a stack of black card beside it.',
		width: 2000,
		height: 1500,
	},
]
