import { describe, expect, test } from 'vitest'
import { WORKSHOP_BED } from './bed'
import { createMachine } from './machine'
import { GcodeError, readGcode } from './readGcode'

describe('programs that are traps', () => {
	test.each([
		['one line of brackets', '('.repeat(80_000), 'Line 1: it is longer'],
		['brackets line by line', `${'('.repeat(200)}\n`.repeat(20_000), 'Line 1: '],
		['nothing but ends of lines', '\n'.repeat(3_900_000), 'too long'],
		['a wait of less than nothing', 'G4 P-5', 'less than no time'],
		[
			'more digits than a number has',
			`G4 P${'9'.repeat(200)}${'9'.repeat(200)}`,
			'longer than a line',
		],
		['more motions than it holds', `G0X1\n${'X2\nX1\n'.repeat(250_000)}`, 'too many motions'],
	])('%s are refused at once, by line', (_, program, why) => {
		const before = performance.now()
		let refused: unknown
		try {
			readGcode(program)
		} catch (error) {
			refused = error
		}
		expect(performance.now() - before).toBeLessThan(8000)
		expect(refused).toBeInstanceOf(GcodeError)
		expect(() => {
			throw refused
		}).toThrow(why)
	})

	test('an arc as large as the world is looked at by where it turns', () => {
		const program = 'G21\nG90\nG0 X10 Y10\nM3\nG2 X20 Y10 I5 J-900000000 F600\nM5'
		expect(createMachine(program, WORKSHOP_BED).seconds).toBeGreaterThan(0)
		expect(() => createMachine(program.replace('G2 ', 'G3 '), WORKSHOP_BED)).toThrow('off the bed')
	})
})
