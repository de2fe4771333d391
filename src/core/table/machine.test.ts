import { describe, expect, test } from 'vitest'
import { WORKSHOP_BED as BED } from './bed'
import { createMachine, OffBed } from './machine'
import { GcodeError } from './readGcode'

const SQUARE = [
	'G21',
	'G90',
	'G0 X10 Y10',
	'M3',
	'G4 P0.5',
	'G1 X110 Y10 F1200',
	'G1 X110 Y110',
	'G1 X10 Y110',
	'G1 X10 Y10',
	'M5',
	'G0 X0 Y0',
	'M2',
].join('\n')

describe('the table at a square of 100 mm', () => {
	const machine = createMachine(SQUARE, BED)

	test('takes the time of its way and waits, and a little for gaining speed', () => {
		const way = 400 / 20 + 0.5 + (2 * Math.hypot(10, 10)) / 100
		expect(machine.seconds).toBeGreaterThan(way)
		expect(machine.seconds).toBeLessThan(way + 1)
	})

	test('says where its head is, which line it is at, and whether it burns', () => {
		expect(machine.at(0.4)).toMatchObject({ head: [10, 10], line: 5, burning: false })
		const { head, line, burning } = machine.at(0.7 + 2.5)
		expect([line, burning]).toEqual([6, true])
		expect(head[0]).toBeGreaterThan(50)
		expect(head[1]).toBe(10)
		expect(machine.at(machine.seconds)).toMatchObject({ head: [0, 0], done: true, burning: false })
	})

	test('never jumps', () => {
		let before = machine.at(0).head
		for (let t = 0; t <= machine.seconds; t += 0.02) {
			const { head } = machine.at(t)
			// At most as fast as it travels, 100 mm a second.
			expect(Math.hypot(head[0] - before[0], head[1] - before[1])).toBeLessThan(2.1)
			before = head
		}
	})
})

test('what leads off the bed, also in the midst of an arc, is not taken on', () => {
	expect(() => createMachine('G0 X601 Y0', BED)).toThrow(OffBed)
	expect(() => createMachine('G0 X590 Y10\nM3\nG3 X590 Y30 I0 J10 F100\nM5', BED)).not.toThrow()
	expect(() => createMachine('G0 X595 Y10\nM3\nG3 X595 Y30 I0 J10 F100\nM5', BED)).toThrow('Line 3')
	expect(() => createMachine('G28', BED)).toThrow(GcodeError)
})
