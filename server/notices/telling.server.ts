import { z } from 'zod'

/** What people are told of. */
export const TYPES = ['reply', 'edition', 'returned', 'handed in', 'comment', 'vote'] as const

/**
 * Something that people are told, and whom: those in a course by their roles, who follows an entry, and some by name.
 */
const fields = z.object({
  id: z.string(),
  courseId: z.string(),
  entryId: z.string(),
  type: z.enum(TYPES),
  words: z.string(),
  address: z.string(),
  roles: z.array(z.enum(['author', 'student', 'guest'])),
  isToFollowers: z.boolean(),
  personIds: z.array(z.string()),
  /** Whoever did it is not told. */
  exceptId: z.string(),
})
export type Telling = z.infer<typeof fields>

/** As it waits in the queue; what an older Fieldstone left there says `sort`. */
export const telling = z.preprocess((told: { sort?: unknown }) => ({ type: told.sort, ...told }), fields)
