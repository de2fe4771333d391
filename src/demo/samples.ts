/**
 * The workshop's photographs that a new sheet can be started from. Beside each, in `truth/`, lie its
 * subject's coverage (`ID.png`) and outlines (`ID.svg`), against which traces are judged; for a
 * tray of things one of each (`ID-THING.svg`).
 */
export interface Sample {
	readonly id: string
	readonly name: string
	readonly file: string
	/** A small picture of it. */
	readonly small: string
	readonly alt: string
	readonly width: number
	readonly height: number
}

export const SAMPLES: readonly Sample[] = [
	{
		id: 'lantern',
		name: 'Storm lantern',
		file: '/photos/lantern.jpg',
		small: '/photos/shelf/lantern.jpg',
		alt: 'A red enamelled storm lantern with a steel bail handle, standing on a wooden bench before a plaster wall; thread reels and a stack of black card beside it.',
		width: 2000,
		height: 1500,
	},
	{
		id: 'heron',
		name: 'Heron',
		file: '/photos/heron.jpg',
		small: '/photos/shelf/heron.jpg',
		alt: 'A carved and painted heron on a turned wooden foot, looking left: pale breast and neck almost as light as the wall, grey wing, long thin legs and beak.',
		width: 1000,
		height: 1200,
	},
	{
		id: 'key',
		name: 'Iron key',
		file: '/photos/key.jpg',
		small: '/photos/shelf/key.jpg',
		alt: 'A wrought-iron key with a trefoil bow and a toothed bit, spotted with rust, lying on the planks of the bench.',
		width: 1280,
		height: 960,
	},
	{
		id: 'teapot',
		name: 'Teapot',
		file: '/photos/teapot.jpg',
		small: '/photos/shelf/teapot.jpg',
		alt: 'A round turquoise teapot with a glossy glaze that mirrors a window, a thin curved spout and a looped handle.',
		width: 920,
		height: 690,
	},
	{
		id: 'wateringCan',
		name: 'Watering can',
		file: '/photos/wateringCan.jpg',
		small: '/photos/shelf/wateringCan.jpg',
		alt: 'A galvanised watering can with a wide arched handle and a brass rose; the pale handle and spout stand before a pale wall. A thread reel and black card beside it.',
		width: 1440,
		height: 1080,
	},
	{
		id: 'fern',
		name: 'Fern frond',
		file: '/photos/fern.jpg',
		small: '/photos/shelf/fern.jpg',
		alt: 'A pressed green fern frond on a primed board, seen from above: some three hundred small leaflets along its ribs, browned in places, casting soft shadows.',
		width: 1600,
		height: 1100,
	},
	{
		id: 'shears',
		name: 'Shears',
		file: '/photos/shears.jpg',
		small: '/photos/shelf/shears.jpg',
		alt: 'Tailor’s shears, a little open, on block-printed cotton: two black bows to see through, steel blades with long straight edges, a screw at the pivot.',
		width: 1500,
		height: 1125,
	},
	{
		id: 'scroll',
		name: 'Scroll ornament',
		file: '/photos/scroll.jpg',
		small: '/photos/shelf/scroll.jpg',
		alt: 'A symmetrical scroll ornament painted in worn blue on a primed board: spirals ending in balls, strokes from thick to a hair, a lozenge and pointed leaves.',
		width: 4000,
		height: 3000,
	},
	{
		id: 'tray',
		name: 'Tray of props',
		file: '/photos/tray.jpg',
		small: '/photos/shelf/tray.jpg',
		alt: 'A wooden tray of small props seen from above: an iron key, tailor’s shears lying over a yellow wooden moon, two reels of thread standing up, each with its shadow.',
		width: 1200,
		height: 900,
	},
	{
		id: 'fruit',
		name: 'Painted fruit',
		file: '/photos/fruit.jpg',
		small: '/photos/shelf/fruit.jpg',
		alt: 'Turned wooden fruit for the play’s stall, in glossy paint: a red apple with a carved green leaf, the window mirrored in it, and a yellow-green pear with a rusty cheek.',
		width: 1080,
		height: 810,
	},
]
