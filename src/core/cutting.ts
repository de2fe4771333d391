/** The core's sixth face: the cutting job and the table; workers and the server compute it. */

export {
	BED_BOUNDS,
	type Bed,
	bedSchema,
	type CutSettings,
	FIRST_CUT,
	WORKSHOP_BED,
} from './table/bed'
export { formatGcode } from './table/gcode'
export { cuttingJob, type Job, type JobFigures } from './table/job'
export {
	createMachine,
	type Machine,
	type MachineMoment,
	machineSteps,
	OffBed,
} from './table/machine'
export { type NestOptions, nest } from './table/nest'
export {
	FIRST_SEEN,
	OVERLAPS,
	type Part,
	type SeenWish,
	STROKES,
	tableParts,
} from './table/parts'
export { type CutPlan, type CutWish, cutPlan, type ShownCut } from './table/plan'
export { GcodeError, type Motion, placeIn, readGcode } from './table/readGcode'
export { type Refusal, refusals, saysRefusal } from './table/refusals'
