import type { SkiagramDatabase, StoredGrade } from './database'

/** How drills went: each as often as it was done. */
export function practiceIn({ practice }: Pick<SkiagramDatabase, 'practice'>) {
	return {
		all: (): Promise<StoredGrade[]> => practice.orderBy('at').toArray(),

		add: async (grade: Omit<StoredGrade, 'key'>): Promise<void> => {
			await practice.add(grade)
		},

		/** Begins anew: what was done before is forgotten. */
		forget: (): Promise<void> => practice.clear(),
	}
}
