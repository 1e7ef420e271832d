import { z } from 'zod'

/**
 * What somebody typed to look for something: trimmed, without what no text in the database can hold; empty when it is
 * none.
 */
export const typedWords = z
  .string()
  .trim()
  .max(200)
  .catch('')
  .transform((typed) => typed.toWellFormed().replaceAll('\0', ''))
