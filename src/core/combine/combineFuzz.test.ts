import { expect, it } from 'vitest'
import type { FillRule } from '../path/model'
import type { Operation } from './clip'
import { combine } from './combine'
import { wrongSamples } from './testing/judge'
import { randomFrom, randomPair } from './testing/randomOutlines'

const OPERATIONS: readonly Operation[] = ['cut-out', 'merge', 'overlap', 'exclude']
const RULES: readonly FillRule[] = ['nonzero', 'evenodd']

/** `npm run test:deep` looks at so many; a part of them tells of most mistakes at once. */
const PAIRS = process.env.DEEP ? 10_000 : 1_500

it(`${PAIRS} random pairs fill what they should, under either rule`, { timeout: 240_000 }, () => {
	const random = randomFrom(20261125)
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
