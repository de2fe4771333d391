import { Readable } from 'node:stream'
import { vi } from 'vitest'
import { main } from '../main'

/** A command run in this process, what it wrote caught: its beginnings are the dearest of a process of its own. */
export async function skiagram(args: string[], input: string | Buffer = '') {
	const written = { out: '', err: '' }
	const take = (to: 'out' | 'err') => (part: unknown) => {
		written[to] += String(part)
		return true
	}
	const spies = [
		vi.spyOn(process.stdout, 'write').mockImplementation(take('out') as never),
		vi.spyOn(process.stderr, 'write').mockImplementation(take('err') as never),
	]
	const stdin = Object.getOwnPropertyDescriptor(process, 'stdin')
	Object.defineProperty(process, 'stdin', {
		value: Readable.from([Buffer.from(input)]),
		configurable: true,
	})
	try {
		return { code: await main(args), ...written }
	} finally {
		for (const spy of spies) spy.mockRestore()
		if (stdin) Object.defineProperty(process, 'stdin', stdin)
	}
}
