import { z } from 'zod'
import { words } from '../kinds/attributes.ts'

/** So many words a list holds: a vocabulary of a trade, not a dictionary. */
export const MOST_OWN_WORDS = 2000

/** One word: letters, and what stands within words. */
export const ownWord = words(80).regex(/^[\p{L}\p{M}](?:[\p{L}\p{M}'’\-‐‑·]*[\p{L}\p{M}])?$/u)

/** Whose list it is. */
export const ownList = z.enum(['mine', 'course'])
export type OwnList = z.infer<typeof ownList>

/** The own words of somebody and of the course they write in, each in the order of the alphabet. */
export const ownWords = z.object({ mine: z.array(z.string()), course: z.array(z.string()) })
export type OwnWords = z.infer<typeof ownWords>

/** What the server says when a list was asked to change. */
export const ownWordsSaid = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), words: ownWords }),
  z.object({ ok: z.literal(false), reason: z.string() }),
])
export type OwnWordsSaid = z.infer<typeof ownWordsSaid>
