import type { SkiagramDatabase, StoredGrade } from './database'

/** How drills went: each as often as it was done. */
export function practiceIn(database: SkiagramDatabase) {
	const { practice } = database
	return {
		all: (): Promise<StoredGrade[]> => practice.orderBy('at').toArray(),

		add: async (grade: Omit<StoredGrade, 'key'>): Promise<void> => {
			await practice.add(grade)
		},

		/** Adds those that are not there yet. @returns how many */
		addAll: (grades: readonly StoredGrade[]): Promise<number> =>
			database.transaction('rw', practice, async () => {
				const idOf = ({ drill, at }: StoredGrade) => `${at} ${drill}`
				const known = new Set((await practice.toArray()).map(idOf))
				const fresh = new Map(
					grades
						.filter((one) => !known.has(idOf(one)))
						.map(({ key: _, ...grade }) => [idOf(grade), grade]),
				)
				await practice.bulkAdd([...fresh.values()])
				return fresh.size
			}),

		/** Begins anew: what was done before is forgotten. */
		forget: (): Promise<void> => practice.clear(),
	}
}
