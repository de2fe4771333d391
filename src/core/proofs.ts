/** The core's fifth face: what a proof notices, and how it is mended; workers compute it. */

export { bridgedBy, bridgesAsOutlines, bridgesFollow, tied } from './artwork/bridged'
export type { Finding, FindingKind, Limits } from './proof/finding'
export { findingSteps, findings, type Looked } from './proof/findings'
export { FINDING_KINDS, type FindingWords, type Grade } from './proof/kinds'
export { limitsFor, matters, PROOFS, type ProofFor } from './proof/limits'
export { allMended, mended } from './proof/mend'
export { bridgeWidth, type Falling, fallingOf, shutInBy } from './proof/stencil'
export { type OffPhoto, strays } from './proof/strays'
