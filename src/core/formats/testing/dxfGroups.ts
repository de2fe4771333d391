/**
 * What is wrong with the groups of a DXF, by the format's own table of codes and types: the type of each value, text in
 * ASCII and no longer than a line may be, sections and tables that open and close. Nothing where all is well.
 */
export function faultsIn(text: string): string[] {
	const lines = text.replace(/\n$/, '').split('\n')
	const faults: string[] = lines.length % 2 === 0 ? [] : ['a code without a value']
	const open: string[] = []
	for (let n = 0; n + 1 < lines.length; n += 2) {
		const [code, value] = [Number(lines[n]), lines[n + 1] ?? '']
		const type = TYPES.find(({ from, to }) => code >= from && code <= to)
		if (!type) faults.push(`line ${n + 1}: there is no code ${lines[n]}`)
		else if (!type.is.test(value))
			faults.push(`line ${n + 2}: ${code} is ${type.name}, not “${value}”`)
		if (code !== 0) continue
		const closes = { ENDSEC: 'SECTION', ENDTAB: 'TABLE', ENDBLK: 'BLOCK' }[value]
		if (closes && open.pop() !== closes) faults.push(`line ${n + 2}: ${value} closes nothing`)
		if (['SECTION', 'TABLE', 'BLOCK'].includes(value)) open.push(value)
	}
	return [...faults, ...open.map((one) => `${one} is not closed`)]
}

const TEXT = { name: 'text', is: /^[\x20-\x7e]{0,255}$/ }
const REAL = { name: 'a real number', is: /^-?\d+\.\d+(e-?\d+)?$/i }
const WHOLE = { name: 'a whole number', is: /^-?\d+$/ }
const HANDLE = { name: 'a handle', is: /^[\dA-F]{1,16}$/ }

/** Types by codes, the first that holds: those of single codes before those of their range. */
const TYPES: readonly { from: number; to: number; name: string; is: RegExp }[] = [
	{ from: 5, to: 5, ...HANDLE },
	{ from: 0, to: 9, ...TEXT },
	{ from: 10, to: 59, ...REAL },
	{ from: 60, to: 99, ...WHOLE },
	{ from: 100, to: 102, ...TEXT },
	{ from: 105, to: 105, ...HANDLE },
	{ from: 110, to: 149, ...REAL },
	{ from: 160, to: 179, ...WHOLE },
	{ from: 210, to: 239, ...REAL },
	{ from: 270, to: 299, ...WHOLE },
	{ from: 300, to: 309, ...TEXT },
	{ from: 320, to: 369, ...HANDLE },
	{ from: 370, to: 389, ...WHOLE },
	{ from: 390, to: 399, ...HANDLE },
	{ from: 400, to: 409, ...WHOLE },
	{ from: 410, to: 419, ...TEXT },
	{ from: 420, to: 429, ...WHOLE },
	{ from: 430, to: 439, ...TEXT },
	{ from: 440, to: 459, ...WHOLE },
	{ from: 460, to: 469, ...REAL },
	{ from: 470, to: 479, ...TEXT },
	{ from: 480, to: 481, ...HANDLE },
	{ from: 999, to: 1009, ...TEXT },
	{ from: 1010, to: 1059, ...REAL },
	{ from: 1060, to: 1071, ...WHOLE },
]
