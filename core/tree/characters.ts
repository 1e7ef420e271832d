/**
 * Which characters words may hold. Control characters (general category Cc, Unicode Standard Annex #44) but for those
 * from U+0080 on, which old texts hold, show nothing and are not allowed in XML (1.0, 2.2), so in no e-book; halves of
 * surrogate pairs are no characters at all.
 */
const CONTROL = /[^\P{Cc}\u0080-\u009f]/gu
const CONTROL_WITHIN_LINES = /[^\P{Cc}\t\n\u0080-\u009f]/gu

/** Words of one line, as a name: no control characters, no broken characters. */
export const isCleanLine = (words: string): boolean => words.isWellFormed() && words.search(CONTROL) < 0

/** Words that may run over lines: of control characters, tabs and line feeds alone. */
export const isCleanText = (words: string): boolean => words.isWellFormed() && words.search(CONTROL_WITHIN_LINES) < 0

/** One line from a source nobody has checked: each control character becomes `instead`. */
export const cleanLine = (unsafeWords: string, instead = ''): string =>
  unsafeWords.replace(CONTROL, instead).toWellFormed()

/** Words over lines from a source nobody has checked. */
export const cleanText = (unsafeWords: string): string => unsafeWords.replace(CONTROL_WITHIN_LINES, '').toWellFormed()
