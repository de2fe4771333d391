import type { Contour, Sheet } from '@/core'
import { type Drill, drillOn, type Grade, grade, workOf } from '@/core/practice'

/** A pupil's file, graded. */
export interface PupilsWork {
	/** The file's name, without what all have at their end. */
	readonly name: string
	readonly drill: Drill
	readonly grade: Grade
	readonly contours: readonly Contour[]
}

/** A file that could not be graded, and why. */
export interface NotGraded {
	readonly name: string
	readonly why: string
}

/** Reads files and grades each beside the answer that it carries. @param read a file's sheet; `null` where it holds none */
export async function gradedFiles(
	files: readonly Pick<File, 'name' | 'text'>[],
	read: (text: string) => { readonly sheet: Sheet } | null,
): Promise<{ readonly works: PupilsWork[]; readonly refused: NotGraded[] }> {
	const works: PupilsWork[] = []
	const refused: NotGraded[] = []
	for (const file of files) {
		const name = file.name.replace(/(?:\.(?:sheet|drill))?\.svg$/i, '')
		const found = await readFile(file, read)
		const drill = found && drillOn(found)
		if (!found) refused.push({ name, why: 'It holds no sheet of Skiagram.' })
		else if (!drill) refused.push({ name, why: 'It is no drill: nothing says what it should be.' })
		else {
			const work = workOf(found)
			works.push({ name, drill, grade: grade(work, drill), contours: work.contours })
		}
	}
	return { works, refused }
}

async function readFile(
	file: Pick<File, 'text'>,
	read: (text: string) => { readonly sheet: Sheet } | null,
): Promise<Sheet | null> {
	try {
		return read(await file.text())?.sheet ?? null
	} catch {
		return null
	}
}

const COLUMNS = [
	'file',
	'drill',
	'done',
	'percent',
	'nodes',
	'best',
	'off px',
	'at most px',
] as const

/** The table as text that spreadsheets read (RFC 4180). */
export function asCsv(works: readonly PupilsWork[]): string {
	const rows = works.map(({ name, drill, grade: { done, share, figures } }) => [
		name,
		drill.name,
		done ? 'yes' : 'no',
		Math.round(100 * share),
		figures.nodes,
		figures.best,
		figures.deviation.toFixed(1),
		figures.allowed.toFixed(1),
	])
	return [COLUMNS, ...rows].map((row) => row.map(quoted).join(',')).join('\r\n')
}

/** What begins as a formula does is not taken for one. */
function quoted(value: string | number): string {
	const text = String(value).replace(/^[=+\-@]/, "'$&")
	return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}
