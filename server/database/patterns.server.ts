/** A pattern for `like` that finds these words anywhere, whatever signs are in them. */
export const containing = (words: string): string => `%${words.replace(/[\\%_]/g, '\\$&')}%`

/** A pattern for each word, for `ilike all`: what has every one of them. */
export const containingEach = (words: string): string[] => words.split(/\s+/).filter(Boolean).map(containing)
