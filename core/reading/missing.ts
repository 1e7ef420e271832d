import { z } from 'zod'
import { isCleanText } from '../tree/characters.ts'

/** So many characters say what is missing in a page. */
export const MISSING_LENGTH = 500

/** What somebody misses in a page: plain words, of one line or several. */
export const missingWords = z
  .string()
  .transform((words) => words.replace(/\r\n?/g, '\n').trim())
  .pipe(z.string().min(1).max(MISSING_LENGTH).refine(isCleanText))
