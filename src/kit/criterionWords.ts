import type { Criterion } from '@/core/practice'

/** What counts in a drill, as it is chosen and told. */
export const CRITERION_WORDS: Readonly<Record<Criterion, string>> = {
	edge: 'How near it lies',
	whole: 'Outlines whole, openings cut',
	nodes: 'Few nodes',
	kinds: 'Kinds of nodes',
	outermost: 'Nodes at outermost points',
	level: 'Handles level or upright',
	rule: 'Both fill rules alike',
	shared: 'Neighbours share their edges',
	colours: 'Colours of the pieces',
	ready: 'Ready for cutting',
}
