import { z } from 'zod'
import { NOTE_LENGTH } from './limits.ts'

/** What changed in an edition, in the author's words; may be empty. */
export const editionNote = z
  .string()
  .trim()
  .max(NOTE_LENGTH, `A note holds at most ${NOTE_LENGTH} characters.`)
  // eslint-disable-next-line no-control-regex -- control characters are what is refused
  .refine(
    (note) => note.isWellFormed() && !/[\u0000-\u0008\u000b-\u001f\u007f]/.test(note),
    'The note holds a character that can’t be shown.',
  )
