/** The core's face for words set as outlines: what is laid out and edited; `letters.ts` opens fonts. */
export { bandsOf, type Caret, caretAt, indexNear, nearestCaret } from './letter/carets'
export { type Envelope, envelopeEdges, inEnvelope } from './letter/envelopes'
export {
	asOutlines,
	changedLettering,
	followed,
	hostRefs,
	hostsOf,
	type LetteringChange,
	withLettering,
} from './letter/follow'
export { layOut } from './letter/layOut'
export { putAt } from './letter/lines'
export { madeIntoPieces } from './letter/madePieces'
export { type Rail, railOf } from './letter/rail'
export { type FindHost, type Way, wayOf } from './letter/ways'
