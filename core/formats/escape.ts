const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }

/** Words as HTML, for text and for attributes in double quotes. */
export function escapeText(words: string): string {
  return words.replace(/[&<>"]/g, (sign) => SIGNS[sign] ?? sign)
}
