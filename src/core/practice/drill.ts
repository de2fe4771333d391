import type { Contour, Criterion, FillRule } from '../path/model'
import type { ShownStep } from './shown'

/** What one learns, and is asked again where it went wrong. */
export const SKILLS = [
	'corners',
	'curves',
	'kinds',
	'few nodes',
	'mending',
	'openings',
	'photos',
	'pieces',
	'letters',
] as const
export type Skill = (typeof SKILLS)[number]

/** A trace, or an answer to trace. */
export interface Trace {
	readonly contours: readonly Contour[]
	readonly fillRule: FillRule
	/** The pieces that the outlines are of, from the lowest up; where none are told, all are of one. */
	readonly pieces?: readonly TracedPiece[]
}

/** A piece of a trace. */
export interface TracedPiece {
	readonly contours: readonly Contour[]
	/** What fills it where that is one colour, `#rrggbb`. */
	readonly fill: string | null
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
	readonly picture: DrillPicture
	/** Other things that the picture shows. */
	readonly beside?: readonly Trace[]
	/** What is on the sheet at first. */
	readonly begin?: Trace
	/** The pass that it is begun in, and the tool that is at hand, by their ids. */
	readonly pass: string
	readonly tool: string
	/** What it needs beside these; all there is, where nothing is said. */
	readonly needs?: DrillNeeds
	/** How somebody who knows does it, where that is not by tracing the answer with the Pen. */
	readonly shown?: readonly ShownStep[]
}

/**
 * What a drill's picture shows: the answer's shape painted, its line, each of its pieces in its own colour, or the
 * thing as a camera sees it (well lit, or hardly told from its ground); nothing where one works on what is there.
 */
export type DrillPicture = 'shape' | 'line' | 'pieces' | 'photo' | 'faint photo' | 'none'

/** Passes and tools by their ids. */
export interface DrillNeeds {
	readonly passes: readonly string[]
	readonly tools: readonly string[]
}
