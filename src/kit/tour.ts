/** The first visit's tour: offered once, on one sheet, over for good once it was gone through or left. */
const KEY = 'skiagram:tour'
const OVER = 'over'

/** Whether the tour was neither taken nor declined yet. */
export const isTourOffered = (): boolean => localStorage.getItem(KEY) === null

/** The tour goes on on a sheet. */
export const beginTour = (sheet: string): void => localStorage.setItem(KEY, sheet)

/** It is not shown again. */
export const endTour = (): void => localStorage.setItem(KEY, OVER)

/** Whether the tour goes on on a sheet. */
export const isTourOn = (sheet: string): boolean => localStorage.getItem(KEY) === sheet
