/** The core's face for practice: lessons, and grading beside their answers. */

export { CRITERIA, type Criterion, type Lesson } from './path/model'
export { dailyDrill, isSeed, seedOf, seedOfDay } from './practice/dailyDrill'
export {
	type Answer,
	type Drill,
	SKILLS,
	type Skill,
	type Trace,
} from './practice/drill'
export { sheetIdOf } from './practice/drillIds'
export { drillPicture } from './practice/drillPicture'
export { begunPieces, drillSheet, workOf } from './practice/drillSheet'
export { DRILLS, drillNamed } from './practice/drills'
export { type Figures, type Grade, grade } from './practice/grade'
export { type Judgement, judged } from './practice/judge'
export { drillOn, type LessonWish, lessonSheet } from './practice/lesson'
export type { Mistake, Remark } from './practice/remarks'
export { showingOf } from './practice/showing'
export type { Move, ShownStep } from './practice/shown'
