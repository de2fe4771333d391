import { expect, test } from 'vitest'
import { keyName } from './keyboard'

test.each([
	['the letter typed, whatever the place', { key: 'd', code: 'KeyE' }, 'd'],
	['capitals as their letter', { key: 'N', code: 'KeyN' }, 'n'],
	['the place, where a layout types no Latin letter', { key: 'в', code: 'KeyD' }, 'd'],
	['digits by place, where a layout wants Shift for them', { key: '&', code: 'Digit1' }, '1'],
	['the number pad', { key: '5', code: 'Numpad5' }, '5'],
	['space', { key: ' ', code: 'Space' }, 'space'],
	['named keys', { key: 'ArrowLeft', code: 'ArrowLeft' }, 'arrowleft'],
	['signs', { key: '+', code: 'BracketRight' }, '+'],
])('a key’s name is %s', (_, event, name) => {
	expect(keyName(event)).toBe(name)
})
