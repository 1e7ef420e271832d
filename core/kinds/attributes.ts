import { z } from 'zod'
import { safeColour } from '../tree/colours.ts'
import { cleanText, isCleanText } from '../tree/characters.ts'

/**
 * Text of an author in an attribute: at most `most` UTF-16 units, well formed, no control character but tab and line
 * feed.
 */
export function words(most: number): z.ZodString {
  return z.string().max(most).refine(isCleanText, 'text without control characters was expected')
}

/** The same from a source nobody has checked: what does not fit is taken out, what is too long is cut. */
export function wordsFrom(unsafeText: string | undefined, most: number): string {
  return cleanText(cleanText(unsafeText ?? '').slice(0, most))
}

/** A value that nobody has checked, if the field admits it; otherwise another. Most elements say nothing at all. */
export function validOr<Field extends z.ZodType, Other>(
  field: Field,
  unsafeValue: unknown,
  otherwise: Other,
): z.output<Field> | Other {
  if (unsafeValue === undefined || unsafeValue === null || Number.isNaN(unsafeValue)) return otherwise
  const read = field.safeParse(unsafeValue)
  return read.success ? read.data : otherwise
}

/**
 * What the first of several says that says anything. Browsers pass over a declaration that is none (CSS Syntax 3,
 * “Defining and parsing rules”), and so does an attribute beside it.
 */
export function firstThat<Value>(
  read: (unsafeValue: string | undefined) => Value | null,
  ...unsafeValues: readonly (string | undefined)[]
): Value | null {
  for (const each of unsafeValues) {
    const found = read(each)
    if (found !== null) return found
  }
  return null
}

/** The ground that declarations give; null where they give none. */
export const groundIn = (styles: ReadonlyMap<string, string>): string | null =>
  firstThat(safeColour, styles.get('background-color'), styles.get('background'))
