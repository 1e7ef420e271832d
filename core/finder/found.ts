import { z } from 'zod'

/** So many of each sort are found at once; who types on finds others. */
export const MOST_FOUND = 6

/** What the server finds in a course by words, beside what the screen knows itself. */
export const found = z.object({
  people: z.array(z.object({ id: z.string(), name: z.string(), role: z.enum(['author', 'student', 'guest']) })),
  /** Of the bank; `words` is what is asked, for those without a title. */
  questions: z.array(z.object({ id: z.string(), title: z.string(), words: z.string() })),
  courses: z.array(z.object({ id: z.string(), title: z.string() })),
  headings: z.array(z.object({ entryId: z.string(), page: z.string(), text: z.string(), place: z.string() })),
})
export type Found = z.infer<typeof found>

export const NOTHING_FOUND: Found = { people: [], headings: [], questions: [], courses: [] }
