import type { FindingKind } from './finding'

/** How bad it is: it comes out wrong; it may; it could be better. */
export type Grade = 'wrong' | 'risk' | 'hint'

/** What a kind of finding is called, and why it matters. */
export interface FindingWords {
	readonly name: string
	/** In one line. */
	readonly why: string
	readonly grade: Grade
	/** What mending it does, as a button says it, where it can be mended. */
	readonly mend?: string
	/** What mending it the other way does, where there are two. */
	readonly or?: string
}

export const FINDING_KINDS: Readonly<Record<FindingKind, FindingWords>> = {
	open: {
		name: 'Open outline',
		why: 'It is a line: it cannot be filled or cut out.',
		grade: 'wrong',
		mend: 'Close it',
	},
	'ends-near': {
		name: 'Ends nearly meet',
		why: 'It looks closed and is not.',
		grade: 'wrong',
		mend: 'Join them',
	},
	'rules-differ': {
		name: 'Fills two ways',
		why: 'Other programs may fill what is an opening here, or the other way round.',
		grade: 'wrong',
		mend: 'Make it fill one way',
	},
	crosses: {
		name: 'Crosses itself',
		why: 'The cutter runs through its own cut; what is in the loop falls out.',
		grade: 'wrong',
		mend: 'Part it at the crossing',
	},
	outside: {
		name: 'Opening beside its piece',
		why: 'It runs as an opening does, and lies in nothing that it could open.',
		grade: 'wrong',
		mend: 'Make it a part',
	},
	island: {
		name: 'Island',
		why: 'It is tied to nothing: cut from card, it falls out.',
		grade: 'wrong',
		mend: 'Tie it with a bridge',
	},
	neck: {
		name: 'Thin neck',
		why: 'What holds two parts together here is thinner than the limit, and tears or burns.',
		grade: 'risk',
		mend: 'Widen it',
	},
	small: {
		name: 'Too small',
		why: 'It is smaller than what comes out.',
		grade: 'risk',
		mend: 'Take it away',
	},
	hair: {
		name: 'Two nodes in one place',
		why: 'A cutter stops at each node; two within a hair make a mark.',
		grade: 'risk',
		mend: 'Make them one',
	},
	needless: {
		name: 'Needless node',
		why: 'The outline is the same without it.',
		grade: 'hint',
		mend: 'Take it out',
	},
	outermost: {
		name: 'No node at an outermost point',
		why: 'A curve is easier to keep true with a node where it turns back.',
		grade: 'hint',
		mend: 'Set one there',
	},
	'nearly-smooth': {
		name: 'Nearly smooth',
		why: 'A join that is a little off shows as a dent at large sizes.',
		grade: 'hint',
		mend: 'Make it smooth',
	},
	'nearly-corner': {
		name: 'Nearly a corner',
		why: 'Its handles are so short that it only looks like one.',
		grade: 'hint',
		mend: 'Make it a corner',
	},
	kink: {
		name: 'Kink',
		why: 'Between two curves it turns too much to be smooth and too little to be a corner.',
		grade: 'hint',
		mend: 'Make it smooth',
	},
	handles: {
		name: 'Handles too long',
		why: 'They cross, or reach far beyond their segment: the curve swings out or loops.',
		grade: 'hint',
		mend: 'Shorten them',
	},
	sliver: {
		name: 'Sliver between pieces',
		why: 'A gap too narrow to be meant lets the ground shine through.',
		grade: 'risk',
		mend: 'Close the gap',
	},
	twice: {
		name: 'The same outline twice',
		why: 'It is cut twice, and a change to one leaves the other.',
		grade: 'risk',
		mend: 'Take one away',
	},
	overlap: {
		name: 'Lies on another piece',
		why: 'Cut piece by piece, the cutter runs through what is one on the sheet.',
		// The table cuts them as one; what others do is theirs.
		grade: 'hint',
		mend: 'Make them one',
		or: 'Cut the lower away',
	},
	'wide-line': {
		name: 'Line with a width',
		why: 'A cutter goes along its middle: how wide it is drawn does not come out.',
		grade: 'risk',
		mend: 'Make it a piece',
		or: 'Score along it',
	},
	'wide-edge': {
		name: 'Edge with a width',
		why: 'A cutter goes along its middle: half its width is cut off.',
		grade: 'risk',
		mend: 'Make it part of the piece',
		or: 'Take the line away',
	},
	counter: {
		name: 'Falls out of the stencil',
		why: 'Once the piece is cut out round it, this card is tied to nothing.',
		grade: 'wrong',
		mend: 'Tie it with a bridge',
		or: 'With two bridges',
	},
	'shut-in': {
		name: 'Shut in by pieces',
		why: 'Once the pieces round it are cut out, this card is tied to nothing.',
		grade: 'wrong',
		// As one piece it is an opening, which bridges tie.
		mend: 'Make them one piece',
	},
	hidden: {
		name: 'Hidden',
		why: 'It does not go out.',
		grade: 'hint',
		mend: 'Show it',
	},
	locked: {
		name: 'Locked',
		why: 'It goes out all the same, and nothing in it is mended.',
		grade: 'hint',
		mend: 'Unlock it',
	},
	crowded: {
		name: 'Very many nodes',
		why: 'With so many, thin places and needless nodes are not looked for: thin it first.',
		grade: 'hint',
	},
	strays: {
		name: 'Off the photo’s edge',
		why: 'The outline runs beside the edge that the photo shows there.',
		grade: 'hint',
		mend: 'Fit it to the photo',
	},
	stroke: {
		name: 'Uneven stroke',
		why: 'Letters of one hand have stems of one width: this one is a little off its likes.',
		grade: 'hint',
		mend: 'Make it as wide as the others',
	},
	'off-line': {
		name: 'Off its letter line',
		why: 'A flat end a little off the line makes the letter dance.',
		grade: 'hint',
		mend: 'Bring it to the line',
	},
	overshoot: {
		name: 'Overshoot',
		why: 'Round and pointed ends look even when all go as far beyond their line.',
		grade: 'hint',
		mend: 'Make it as far as the others',
	},
	'coarse-photo': {
		name: 'Coarse photo',
		why: 'Cut out at this size, its pixels show.',
		grade: 'hint',
	},
}
