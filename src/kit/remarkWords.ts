import type { Mistake, Remark } from '@/core/practice'
import { FINDING_KINDS } from '@/core/proofs'

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
const px = (amount: number) => `${amount.toFixed(1)} px`

/** What is wrong, and what mends it, in a sentence. */
const WORDS: Readonly<Record<Mistake, (remark: Remark) => string>> = {
	open: () => 'The outline does not close: click its first node with the Pen.',
	'part missing': () => 'A part is not traced.',
	'opening missing': () => 'One sees through here: it wants an opening.',
	'needless outline': () => 'Nothing is here that wants an outline.',
	'strays outside': ({ amount }) => `It lies ${px(amount)} outside the edge: a fringe would show.`,
	'strays inside': ({ amount }) => `It lies ${px(amount)} off the edge.`,
	'needless nodes': ({ amount }) =>
		amount === 1
			? 'One node more than it needs: the curve is the same without it.'
			: `${amount} nodes more than it needs: curves hold by themselves.`,
	'corner missing': () => 'A corner wants exactly one node here.',
	rounded: () => 'It is sharp here: make it a corner, or a cusp where curves meet.',
	kinked: () => 'It runs on smoothly here: make it smooth.',
	'other kind': () =>
		'It is another kind of node: two curves meet in a cusp, two straight runs in a corner.',
	'no node outermost': () => 'The curve turns back here: it wants its node at the outermost point.',
	'not level': () => 'Its handles lean: level above and below, upright at the sides.',
	'handle too long': () => 'This handle reaches too far and throws the curve off.',
	'crosses itself': () => 'The outline crosses itself.',
	'fills two ways': () => 'Other programs fill this opening: turn its outline round.',
	'not cut out': () =>
		'It lies over the piece as one of its own: cut it out, so that one sees through.',
	'edge not shared': ({ amount }) =>
		`The neighbours lie ${px(amount)} apart here: hold U, click the edge, and go along it.`,
	'another colour': () => 'Its colour is another one than the picture’s.',
	'not ready': ({ finding }) =>
		finding
			? `${FINDING_KINDS[finding].name}: ${lower(FINDING_KINDS[finding].why)}`
			: 'It is not ready.',
}

export const remarkWords = (remark: Remark): string => WORDS[remark.mistake](remark)
