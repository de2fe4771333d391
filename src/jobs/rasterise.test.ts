import { expect, test } from 'vitest'
import { KindNotWritten, ofKind } from './rasterise'

test('what a browser wrote goes on where it is of the kind asked for', () => {
	const written = new Blob(['…'], { type: 'image/webp' })
	expect(ofKind(written, 'image/webp')).toBe(written)
})

test('a picture of another kind is not passed off under the name asked for', () => {
	// A browser that cannot write a kind writes PNG, and says so nowhere else.
	const instead = new Blob(['…'], { type: 'image/png' })
	expect(() => ofKind(instead, 'image/webp')).toThrow(KindNotWritten)
})
