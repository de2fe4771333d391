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
	{
		id: 'heron',
		name: 'Heron',
		file: '/photos/heron.jpg',
		alt: 'A carved and painted heron on a turned wooden foot, looking left: pale breast and neck almost as light as the wall, grey wing, long thin legs and beak.',
		width: 1000,
		height: 1200,
	},
	{
		id: 'key',
		name: 'Iron key',
		file: '/photos/key.jpg',
		alt: 'A wrought-iron key with a trefoil bow and a toothed bit, spotted with rust, lying on the planks of the bench.',
		width: 1280,
		height: 960,
	},
	{
		id: 'teapot',
		name: 'Teapot',
		file: '/photos/teapot.jpg',
		alt: 'A round turquoise teapot with a glossy glaze that mirrors a window, a thin curved spout and a looped handle.',
		width: 920,
		height: 690,
	},
]
