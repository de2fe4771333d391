/** `npm run test:deep` looks at so many times as many, with others each time. */
const DEEPER = 50

/** How many random cases a property is tried on: as many as said with each commit. */
export const cases = (count: number): number => (process.env.DEEP ? DEEPER * count : count)

/** Where random cases of our own begin: elsewhere each time with the deep ones. */
export const seedOf = (fixed: number): number => (process.env.DEEP ? Date.now() % 2 ** 31 : fixed)
