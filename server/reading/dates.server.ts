/** Making a formatter costs more than the rest of a page; there are few languages and zones. */
const formatters = new Map<string, Intl.DateTimeFormat>()

/** Writes days in full, in a language and time zone. */
export function longDate(language: string, timeZone: string): Intl.DateTimeFormat {
  const key = `${language} ${timeZone}`
  const known = formatters.get(key)
  if (known) return known
  const made = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone })
  formatters.set(key, made)
  return made
}
