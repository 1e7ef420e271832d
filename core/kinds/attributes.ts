import { z } from 'zod'

// eslint-disable-next-line no-control-regex -- control characters are what is refused
const CONTROL = /[\u0000-\u0008\u000b-\u001f\u007f]/

/**
 * Text of an author in an attribute: at most `most` UTF-16 units, well formed, no control character but tab and line
 * feed.
 */
export function words(most: number): z.ZodString {
  return z
    .string()
    .max(most)
    .refine((value) => value.isWellFormed() && !CONTROL.test(value), 'text without control characters was expected')
}

/** The same from a source nobody has checked: what does not fit is taken out, what is too long is cut. */
export function wordsFrom(unsafeText: string | undefined, most: number): string {
  // eslint-disable-next-line no-control-regex -- control characters are what is taken out
  return (unsafeText ?? '')
    .replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '')
    .slice(0, most)
    .toWellFormed()
}
