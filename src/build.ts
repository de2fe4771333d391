/** Which build of Skiagram this is: a later one has a greater name. */
export const BUILD: string = process.env.NEXT_PUBLIC_BUILD ?? 'development'
