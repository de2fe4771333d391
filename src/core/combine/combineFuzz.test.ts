import { expect, it } from 'vitest'
import type { FillRule } from '../path/model'
import { cases, seedOf } from '../testing/cases'
import type { Operation } from './clip'
import { combine } from './combine'
import { wrongSamples } from './testing/judge'
import { randomFrom, randomPair } from './testing/randomOutlines'

const OPERATIONS: readonly Operation[] = ['cut-out', 'merge', 'overlap', 'exclude']
const RULES: readonly FillRule[] = ['nonzero', 'evenodd']

const PAIRS = cases(300)
const SEED = seedOf(20261125)

it(`${PAIRS} random pairs (${SEED}) fill what they should, under either rule`, {
	timeout: 1_800_000,
}, () => {
	const random = randomFrom(SEED)
	const any = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!
	for (let k = 0; k < PAIRS; k++) {
		const [a, b] = randomPair(random)
		const op = any(OPERATIONS)
		const rules = { subject: any(RULES), clip: any(RULES) }
		const result = combine(op, a, b, { subjectRule: rules.subject, clipRule: rules.clip })
		const wrong = wrongSamples(op, a, b, result, rules, 32)
		if (wrong > 0)
			expect.fail(`pair ${k}, ${op}, ${JSON.stringify(rules)}: ${wrong} places are wrong`)
	}
})
