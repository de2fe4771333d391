import { expect, test } from 'vitest'
import { addPieces, emptySheet, moveNodes, newPiece, parsePathData, type Sheet } from '@/core'
import { createMirror, createSender } from './mirror'

const sheet: Sheet = addPieces(
	emptySheet('Fruit stall', 200, 50),
	Array.from({ length: 30 }, (_, n) => newPiece(`Pear ${n}`, parsePathData(`M${n} 1h2v2h-2z`))),
)
const node = sheet.pieces[7]!.contours[0]!.nodes[0]!.id
const moved = moveNodes(sheet, new Set([node]), [3, 0])
const fewer: Sheet = { ...moved, pieces: moved.pieces.toSpliced(20, 2) }

test('a worker has what it was sent, and of what stayed the same objects as before', () => {
	const send = createSender()
	const worker = {}
	const mirror = createMirror()
	// What crosses is a copy.
	const cross = (of: Sheet) => mirror(structuredClone(send(worker, of)))
	const first = cross(sheet)
	const second = cross(moved)
	const third = cross(fewer)
	expect(first).toEqual(sheet)
	expect(second).toEqual(moved)
	expect(third).toEqual(fewer)
	expect(second.pieces.filter((piece) => !first.pieces.includes(piece))).toHaveLength(1)
	expect(third.pieces.every((piece) => second.pieces.includes(piece))).toBe(true)
	expect(cross(fewer)).toBe(third)
})

test('of the next sheet it is told little; another worker is sent the whole', () => {
	const send = createSender()
	const [one, other] = [{}, {}]
	const whole = JSON.stringify(send(one, sheet)).length
	expect(JSON.stringify(send(one, moved)).length).toBeLessThan(whole / 50)
	expect(JSON.stringify(send(one, fewer)).length).toBeLessThan(whole / 50)
	expect(send(other, fewer)).toEqual({ sheet: fewer })
	expect(() => createMirror()(send(one, moved))).toThrow('before the sheet')
})
