import { type Lesson, newId, type Sheet } from '../path/model'
import type { Drill, Trace } from './drill'
import { workOf } from './drillSheet'
import { drillNamed } from './drills'

/** What somebody who makes a drill says of it. */
export type LessonWish = Pick<Lesson, 'task' | 'within' | 'nodes' | 'graded'>

/**
 * The drill that a sheet is for: a lesson of ours by its id, or one that somebody made of it.
 * @returns `undefined` where it is for none
 */
export function drillOn({ practice, lesson, ...sheet }: Sheet): Drill | undefined {
	if (lesson) return madeOf(lesson, sheet)
	return practice === undefined ? undefined : drillNamed(practice)
}

function madeOf(lesson: Lesson, { name, width, height, photos }: Omit<Sheet, 'lesson'>): Drill {
	const { id, task, within, nodes, graded, answer } = lesson
	return {
		id,
		name,
		task,
		hints: [],
		skill: 'photos',
		width,
		height,
		answer: answerOf(answer),
		within,
		nodes,
		graded,
		picture: photos.length > 0 ? 'photo' : 'none',
		pass: 'rough',
		tool: 'pen',
	}
}

/** The pieces that show, as an answer. */
function answerOf(pieces: Lesson['answer']): Trace {
	return workOf({ pieces })
}

/**
 * A sheet to hand out: what is traced on this one is the answer, and is to be traced anew on it.
 * @throws {RangeError} where nothing is traced that shows
 */
export function lessonSheet(sheet: Sheet, wish: LessonWish): Sheet {
	const answer = sheet.pieces.filter(({ hidden }) => !hidden)
	if (answer.length === 0) throw new RangeError('There is no trace to be the answer.')
	const { practice: _, groups: __, aside: ___, left: ____, ...rest } = sheet
	// The answer lies over the photos as they lie.
	const photos = rest.photos.map((photo) => ({ ...photo, locked: true }))
	return { ...rest, photos, id: newId(), pieces: [], lesson: { id: newId(), ...wish, answer } }
}
