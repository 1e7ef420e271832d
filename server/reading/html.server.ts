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
  return String(value).replace(/[&<>"']/g, (sign) => ESCAPES[sign] ?? sign)
}

/** A template whose values are escaped, for text and for attributes in double quotes. */
export function html(strings: TemplateStringsArray, ...values: Value[]): SafeHtml {
  return new SafeHtml(strings.reduce((all, part, at) => all + escaped(values[at - 1]) + part))
}

/** HTML that the core wrote from a checked page. */
export function trusted(text: string): SafeHtml {
  return new SafeHtml(text)
}
