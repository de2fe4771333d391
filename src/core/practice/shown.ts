import type { Point } from '../geometry/point'

/** Something that a hand does, as data: places are sheet px, keys by the names that the bench has for them. */
export type Move =
	| {
			readonly do: 'click'
			readonly at: Point
			/** The key that is held meanwhile. */
			readonly hold?: string
			readonly shift?: boolean
	  }
	| {
			readonly do: 'drag'
			readonly from: Point
			/** A key tapped on the way, and where. */
			readonly tap?: { readonly key: string; readonly at: Point }
			readonly to: Point
			readonly hold?: string
	  }
	| { readonly do: 'key'; readonly key: string; readonly shift?: boolean; readonly times?: number }
	/** A button or a switch on a card, by the words that its name begins with. */
	| { readonly do: 'press'; readonly name: string }
	/** What was asked for comes before anything else is done. */
	| { readonly do: 'wait' }

/** Moves that belong together, and what is to be seen in them. */
export interface ShownStep {
	readonly says: string
	readonly moves: readonly Move[]
}
