import { readFile, rename, rm, writeFile } from 'node:fs/promises'
import { text } from 'node:stream/consumers'

/** A file's text, or standard input for “-”. */
export async function readText(path: string): Promise<string> {
	if (path === '-') return text(process.stdin)
	try {
		return await readFile(path, 'utf8')
	} catch (error) {
		throw new Error(`${path} cannot be read: ${reason(error)}.`)
	}
}

/** Writes a file whole or not at all; “-” is standard output. */
export async function writeText(path: string, content: string): Promise<void> {
	if (path === '-') {
		process.stdout.write(content)
		return
	}
	const beside = `${path}.${process.pid}.part`
	try {
		await writeFile(beside, content)
		await rename(beside, path)
	} catch (error) {
		await rm(beside, { force: true })
		throw new Error(`${path} cannot be written: ${reason(error)}.`)
	}
}

function reason(error: unknown): string {
	const code = error instanceof Error && 'code' in error ? error.code : undefined
	if (code === 'ENOENT') return 'there is no such place'
	if (code === 'EACCES') return 'it may not be touched'
	if (code === 'EISDIR') return 'it is a folder'
	return error instanceof Error ? error.message : String(error)
}
