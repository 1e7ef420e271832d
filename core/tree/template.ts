/** HTML that is safe to send: made by `html` alone, or vouched for by `trusted`. */
export class SafeHtml {
  constructor(readonly text: string) {}
}

type Value = SafeHtml | string | number | null | undefined | false | readonly Value[]

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }

function escaped(value: Value): string {
  if (value === null || value === undefined || value === false) return ''
  if (value instanceof SafeHtml) return value.text
  if (typeof value === 'object') return value.map(escaped).join('')
  const text = String(value)
  // Most of what is put in holds nothing to escape.
  return /[&<>"']/.test(text) ? text.replace(/[&<>"']/g, (sign) => ESCAPES[sign] ?? sign) : text
}

/** A template whose values are escaped, for text and for attributes in double quotes. */
export function html(strings: TemplateStringsArray, ...values: Value[]): SafeHtml {
  let text = strings[0]!
  for (let at = 0; at < values.length; at++) text += escaped(values[at]) + strings[at + 1]!
  return new SafeHtml(text)
}

/** Words for text alone, as the HTML Standard writes them (“Serializing HTML fragments”): quotation marks stay. */
export function inText(words: string): SafeHtml {
  return new SafeHtml(words.replace(/[&<>\u00a0]/g, (sign) => (sign === '\u00a0' ? '&nbsp;' : ESCAPES[sign]!)))
}

/** HTML that the core wrote from a checked page. */
export function trusted(text: string): SafeHtml {
  return new SafeHtml(text)
}
