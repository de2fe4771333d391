import type { Contour, FillRule } from '../path/model'

/** What can be graded of a trace. */
export const CRITERIA = ['edge', 'whole', 'nodes', 'kinds', 'outermost', 'level', 'rule'] as const
export type Criterion = (typeof CRITERIA)[number]

/** What one learns, and is asked again where it went wrong. */
export const SKILLS = [
	'corners',
	'curves',
	'kinds',
	'few nodes',
	'mending',
	'openings',
	'letters',
] as const
export type Skill = (typeof SKILLS)[number]

/** A trace, or an answer to trace. */
export interface Trace {
	readonly contours: readonly Contour[]
	readonly fillRule: FillRule
}

/** An answer, and what a trace must come to beside it. */
export interface Answer {
	readonly answer: Trace
	/** How far a trace may lie from the answer, thousandths of the answer's diagonal. */
	readonly within: number
	/** No more nodes than these. */
	readonly nodes: number
	/** What counts, the rest is information. */
	readonly graded: readonly Criterion[]
}

/** A lesson: one thing to do, with an answer that is known exactly. */
export interface Drill extends Answer {
	readonly id: string
	readonly name: string
	/** In one line. */
	readonly task: string
	/** What to look at, step by step, for who does not get on. */
	readonly hints: readonly string[]
	readonly skill: Skill
	/** px */
	readonly width: number
	readonly height: number
	/** What the picture shows: the answer's shape filled, or its line; nothing where one works on what is there. */
	readonly picture: 'shape' | 'line' | 'none'
	/** What is on the sheet at first. */
	readonly begin?: Trace
	/** The pass that it is done in, and the tool that is at hand, by their ids. */
	readonly pass: string
	readonly tool: string
}
