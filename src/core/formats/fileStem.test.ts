import { expect, test } from 'vitest'
import { fileStem } from './fileStem'

test.each([
	['Storm lantern', 'storm-lantern'],
	['  Heron: left/right?  ', 'heron-left-right'],
	['<>|*"', 'sheet'],
	['Reiher am Fluß', 'reiher-am-fluß'],
])('“%s” is saved as %s', (name, stem) => {
	expect(fileStem(name)).toBe(stem)
})
