const PREFIX = 'practice-'

/** The sheet of a drill is known by it. */
export const sheetIdOf = (drill: string): string => PREFIX + drill

/** Whether a sheet is one that a drill is done on. */
export const isDrillSheet = (id: string): boolean => id.startsWith(PREFIX)
