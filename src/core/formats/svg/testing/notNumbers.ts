/**
 * What a written drawing has in place of a number, in any attribute but its ids: these are random
 * letters, and sooner or later spell anything.
 */
export const NOT_A_NUMBER = /\s(?!id=)[\w-]+="[^"<]*(?:NaN|Infinity)/
