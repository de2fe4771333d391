import { randomBytes } from 'node:crypto'
import { rmSync, statSync } from 'node:fs'
import {
	chmod,
	mkdir,
	open,
	readFile,
	readlink,
	realpath,
	rename,
	rm,
	stat,
} from 'node:fs/promises'
import { dirname, resolve } from 'node:path'
import { buffer } from 'node:stream/consumers'

/** A file's bytes, or those of standard input for “-”. */
export async function readBytes(path: string): Promise<Uint8Array<ArrayBuffer>> {
	if (path === '-') return new Uint8Array(await buffer(process.stdin))
	await assertNamed(path)
	try {
		return new Uint8Array(await readFile(path))
	} catch (error) {
		throw new Error(`${path} cannot be read: ${reason(error)}.`)
	}
}

/**
 * Writes a file whole or not at all; “-” is standard output. Links are followed, modes kept; what is
 * no file of its own, such as a device or a pipe, is written to as it is.
 */
export async function writeText(path: string, content: string | Uint8Array): Promise<void> {
	if (path === '-') return say(content)
	await assertNamed(path)
	try {
		const target = await whereTo(path)
		const there = await stat(target).catch(() => null)
		if (there && !there.isFile() && !there.isDirectory()) await writeThrough(target, content)
		else await replace(target, content, there?.mode)
	} catch (error) {
		throw new Error(`${path} cannot be written: ${reason(error)}.`)
	}
}

/**
 * Names come here as text: of one that is no UTF-8 some bytes are lost, and what is left may name another file.
 * @throws where that is so
 */
async function assertNamed(path: string): Promise<void> {
	if (path.includes('\uFFFD') && !(await stat(path).catch(() => null)))
		throw new Error(
			`The name ${path} is not UTF-8: rename it, or use - for standard input and output.`,
		)
}

/** Where a path leads; of a link to nothing the place that it names, as the system itself would write there. */
async function whereTo(path: string): Promise<string> {
	let at = path
	for (let links = 0; links < MOST_LINKS; links++) {
		const real = await realpath(at).catch(() => null)
		if (real !== null) return real
		const named = await readlink(at).catch(() => null)
		if (named === null) return at
		at = resolve(dirname(at), named)
	}
	throw new Error('its links lead nowhere')
}

/** As many links as systems follow. */
const MOST_LINKS = 40

async function writeThrough(target: string, content: string | Uint8Array): Promise<void> {
	const file = await open(target, 'w')
	try {
		await file.writeFile(content)
	} finally {
		await file.close()
	}
}

async function replace(
	target: string,
	content: string | Uint8Array,
	mode: number | undefined,
): Promise<void> {
	const beside = `${target}.${process.pid}-${randomBytes(3).toString('hex')}.part`
	begun(beside)
	try {
		await writeDown(beside, content)
		if (mode !== undefined) await chmod(beside, mode & 0o7777)
		await rename(beside, target)
	} catch (error) {
		await rm(beside, { force: true })
		throw error
	} finally {
		done(beside)
	}
}

/** Writes a new file down to the disk: where the machine stops just then, it is not the old name over an empty file. */
async function writeDown(path: string, content: string | Uint8Array): Promise<void> {
	const file = await open(path, 'wx')
	try {
		await file.writeFile(content)
		await file.sync()
	} finally {
		await file.close()
	}
}

/** Files beside their targets that are not done yet: a signal takes them away. */
const unfinished = new Set<string>()
const SIGNALS = { SIGINT: 130, SIGTERM: 143, SIGHUP: 129 } as const

/** Only while something is being written are signals heeded here: else they end the program at once, however busy it is. */
function begun(path: string): void {
	if (unfinished.size === 0) for (const signal of Object.keys(SIGNALS)) process.on(signal, cleanUp)
	unfinished.add(path)
}

function done(path: string): void {
	unfinished.delete(path)
	if (unfinished.size === 0) for (const signal of Object.keys(SIGNALS)) process.off(signal, cleanUp)
}

function cleanUp(signal: keyof typeof SIGNALS): void {
	for (const path of unfinished) rmSync(path, { force: true })
	process.exit(SIGNALS[signal])
}

/** Writes to standard output; see `skiagram.mjs` for a reader that has had enough. */
export function say(content: string | Uint8Array): void {
	process.stdout.write(content)
}

export function isClosedPipe(error: unknown): boolean {
	return error instanceof Error && 'code' in error && error.code === 'EPIPE'
}

/** Whether a path names a folder, by its slash or because there is one. */
export function isFolder(path: string): boolean {
	return path.endsWith('/') || (statSync(path, { throwIfNoEntry: false })?.isDirectory() ?? false)
}

export async function makeFolder(path: string): Promise<void> {
	try {
		await mkdir(path, { recursive: true })
	} catch (error) {
		throw new Error(`${path} cannot be made: ${reason(error)}.`)
	}
}

function reason(error: unknown): string {
	const code = error instanceof Error && 'code' in error ? error.code : undefined
	if (code === 'ENOENT') return 'there is no such place'
	if (code === 'EACCES' || code === 'EPERM') return 'it may not be touched'
	if (code === 'EISDIR') return 'it is a folder'
	if (code === 'ENOTDIR') return 'a part of its path is no folder'
	if (code === 'ENOSPC') return 'there is no room left'
	return error instanceof Error ? error.message : String(error)
}
