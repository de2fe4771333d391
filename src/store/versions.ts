import { newId, type PathNode, parseSheet, type Sheet } from '@/core'
import type { InWords, SheetSummary, SkiagramDatabase, StoredVersion } from './database'
import type { History } from './history'
import { isVersion } from './laterRows'

/** Kept states of a sheet: by time, by name, and as it was before each large step. */

/** While one works a state is kept this often, ms. */
const EVERY_MS = 300_000
const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS
/** All versions of a sheet that nobody named take at most so many characters. */
const MOST_TEXT = 4e7
/** A step that brings, takes or bends so many nodes is a large one. */
const LARGE_NODES = 30
/** A handle that stays within this of where its node has it was not bent, px. */
const SAME_PX = 0.01

/** A state that is to be kept. */
export interface VersionToKeep {
	readonly json: string
	readonly summary: SheetSummary
	readonly at: number
	readonly name?: string
	/** The step before which it was kept. */
	readonly before?: string
	/** The revision of the document that it was. */
	readonly revision?: string
}

/**
 * Which versions need not be kept any longer: all of the last hour stay, the last of each hour of the last day, and
 * the last of each day before that; what has a name stays always.
 */
export function superfluous(versions: readonly StoredVersion[], now: number): Set<string> {
	const gone = new Set<string>()
	const seen = new Set<string>()
	let text = 0
	for (const { id, at, name, length } of [...versions].sort((a, b) => b.at - a.at)) {
		if (name !== undefined) continue
		text += length
		const age = now - at
		const span = age < DAY_MS ? HOUR_MS : DAY_MS
		const within = age < HOUR_MS ? id : `${span} ${Math.floor(at / span)}`
		if (seen.has(within) || text > MOST_TEXT) gone.add(id)
		seen.add(within)
	}
	return gone
}

/**
 * The large steps that were done since a state was stored, each with the sheet before it.
 * @param seen states before steps that were looked at already
 */
export function largeSteps(
	{ past, present }: History,
	since: Sheet,
	seen: Pick<WeakSet<Sheet>, 'has'>,
): { readonly label: string; readonly before: Sheet }[] {
	const found: { label: string; before: Sheet }[] = []
	let after = present
	for (const { label, before } of past.toReversed()) {
		if (after === since || seen.has(before)) break
		if (isLarge(before, after)) found.push({ label, before })
		after = before
	}
	return found.reverse()
}

function isLarge(before: Sheet, after: Sheet): boolean {
	const [then, now] = [nodesBut(before, after), nodesBut(after, before)]
	let differing = 0
	for (const [id, node] of now) {
		const was = then.get(id)
		if (!was || bent(was, node)) differing++
	}
	for (const id of then.keys()) if (!now.has(id)) differing++
	return differing >= LARGE_NODES
}

/** The nodes of the pieces that another state of the sheet does not have as they are. */
function nodesBut(sheet: Sheet, other: Sheet): ReadonlyMap<string, PathNode> {
	const same = new Set(other.pieces)
	const pieces = sheet.pieces.filter((piece) => !same.has(piece))
	return new Map(
		pieces.flatMap(({ contours }) =>
			contours.flatMap(({ nodes }) => nodes.map((node) => [node.id, node] as const)),
		),
	)
}

/** Whether a node's handles lie otherwise about it: moving all of it bends nothing. */
function bent(was: PathNode, now: PathNode): boolean {
	return (['in', 'out'] as const).some((side) => {
		const [a, b] = [was[side], now[side]]
		if (!a || !b) return a !== b
		const by = (axis: 0 | 1) => a[axis] - was.at[axis] - (b[axis] - now.at[axis])
		return Math.hypot(by(0), by(1)) > SAME_PX
	})
}

/** Keeps the versions of one sheet that is worked on. */
export function versionKeeper(database: SkiagramDatabase, id: string) {
	const { versions, sheets } = database
	let keptAt = Number.NEGATIVE_INFINITY
	return {
		/**
		 * Keeps what is about to be written over where it is time to, and the states before large steps; within the
		 * transaction that writes.
		 * @returns what is to be called once that is done
		 */
		async keep(
			stored: { readonly json: string; readonly revision: string },
			large: readonly VersionToKeep[],
			now = Date.now(),
		): Promise<() => void> {
			const due = Math.abs(now - keptAt) >= EVERY_MS
			if (due) {
				const summary = await sheets.get(id)
				const last = await versions
					.where('[sheet+at]')
					.between([id, 0], [id, now], true, true)
					.last()
				const known =
					last?.revision === stored.revision || large.some(({ json }) => json === stored.json)
				if (summary && summary.pieces > 0 && !known)
					await putVersion(database, { ...stored, summary, at: summary.editedAt })
			}
			for (const version of large) await putVersion(database, version)
			if (due || large.length > 0) await thin(database, id, now)
			return () => {
				if (due) keptAt = now
			}
		},
	}
}

async function thin({ versions, versionTexts }: SkiagramDatabase, sheet: string, now: number) {
	const rows = await versions.where('sheet').equals(sheet).toArray()
	const gone = [
		...superfluous(
			rows.filter((row: unknown) => isVersion(row)),
			now,
		),
	]
	await versions.bulkDelete(gone)
	await versionTexts.bulkDelete(gone)
}

async function putVersion(
	{ versions, versionTexts }: SkiagramDatabase,
	{ json, summary, ...what }: VersionToKeep,
): Promise<void> {
	const id = newId()
	const photos = new Set(Array.from(json.matchAll(/"blob":"([^"]+)"/g), ([, blob]) => String(blob)))
	await versions.put({
		...what,
		id,
		sheet: summary.id,
		summary,
		length: json.length,
		photos: [...photos],
	})
	await versionTexts.put({ id, json })
}

export type Versions = ReturnType<typeof versionsIn>

/** What the list of versions does with them. */
export function versionsIn(database: SkiagramDatabase, inWords: InWords) {
	const { versions, versionTexts } = database
	const both = [versions, versionTexts]
	return {
		/** The newest first. */
		list: async (sheet: string): Promise<StoredVersion[]> =>
			(await versions.where('sheet').equals(sheet).toArray())
				.filter((row: unknown) => isVersion(row))
				.sort((a, b) => b.at - a.at),

		/** @throws where it is gone, or does not fit the schema */
		read: async (id: string): Promise<Sheet> =>
			parseSheet(JSON.parse((await versionTexts.get(id))?.json ?? '')),

		/** Keeps a sheet as it stands now under a name. */
		keep: async (sheet: Sheet, name: string): Promise<void> => {
			const { json, summary } = await inWords(sheet)
			const version = { json, summary, name, at: Date.now() }
			await database.transaction('rw', both, () => putVersion(database, version))
		},

		/** @param name none takes its name away again: it goes with time */
		rename: (id: string, name: string | undefined): Promise<unknown> =>
			versions
				.where('id')
				.equals(id)
				.modify((version) => {
					Reflect.deleteProperty(version, 'name')
					if (name !== undefined) Object.assign(version, { name })
				}),

		drop: (id: string): Promise<void> =>
			database.transaction('rw', both, async () => {
				await versions.delete(id)
				await versionTexts.delete(id)
			}),
	}
}
