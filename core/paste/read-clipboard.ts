import { asItCame, type Cleaned, cleanHtml, cleanText, type Origin, rowsOf } from './clean.ts'

/**
 * How a clipboard is read: cleaned, with the looks that a page has a place for, as it stands there, as words alone, or,
 * where its text is HTML, as what that is.
 */
export type Reading = 'clean' | 'looks' | 'came' | 'words' | 'code'

/** What a clipboard holds; empty where it does not have a form. */
export interface Clipboard extends Omit<Origin, 'rtf'> {
  readonly html: string
  readonly text: string
  readonly rtf: string
}

export function readClipboard(reading: Reading, { html, text, ...origin }: Clipboard): Cleaned {
  switch (reading) {
    case 'clean':
      return html === '' ? rowsOf(text) : cleanHtml(html, origin)
    case 'looks':
      return cleanHtml(html, origin, true)
    case 'came':
      return asItCame(html, origin)
    case 'words':
      return cleanText(text)
    case 'code':
      return asItCame(text, { ...origin, rtf: '' })
  }
}
