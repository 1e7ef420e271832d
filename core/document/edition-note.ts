import { z } from 'zod'
import { NOTE_LENGTH } from './limits.ts'
import { isCleanText } from '../tree/characters.ts'

/** What changed in an edition, in the author's words; may be empty. */
export const editionNote = z
  .string()
  .trim()
  .max(NOTE_LENGTH, `A note holds at most ${NOTE_LENGTH} characters.`)
  .refine(isCleanText, 'The note holds a character that can’t be shown.')
