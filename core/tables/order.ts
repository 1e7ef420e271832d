/** As what the cells of a column are put in order. */
export const ORDERS = ['text', 'number', 'date'] as const
export type Order = (typeof ORDERS)[number]

/** The signs with which a language writes numbers. */
function numberSigns(language: string): { decimal: string; digits: ReadonlyMap<string, string> } {
  const format = new Intl.NumberFormat(language, { useGrouping: false })
  const decimal = format.formatToParts(1.5).find(({ type }) => type === 'decimal')?.value ?? '.'
  const digits = new Map(Array.from({ length: 10 }, (_, digit) => [format.format(digit), String(digit)]))
  return { decimal, digits }
}

/**
 * The number that words begin with or hold alone, as a language writes it: “1.234,5 kg” in German is 1234.5. Null where
 * there is none. What stands before it may be a sign of currency or a word.
 */
export function numberIn(words: string, language: string): number | null {
  const { decimal, digits } = numberSigns(language)
  const western = [...words].map((sign) => digits.get(sign) ?? sign).join('')
  const found = /[-−]?\s?\d[\d.,٫٬'’\s]*/u.exec(western.replaceAll('\u00a0', ' ').replaceAll('\u202f', ' '))?.[0]
  if (!found) return null
  const isNegative = /^[-−]/.test(found)
  const [whole = '', ...fraction] = found.split(decimal)
  // A sign that groups digits stands before three of them; a second of them ends the number.
  const groups = whole
    .replace(/^[-−]/, '')
    .trim()
    .split(/[.,٬'’\s]+/u)
  const isGrouped = groups.slice(1).every((group) => group.length === 3 || group === '')
  const number = Number(`${isGrouped ? groups.join('') : groups[0]}.${/^\d*/.exec(fraction[0] ?? '')?.[0] ?? ''}0`)
  return Number.isFinite(number) ? (isNegative ? -number : number) : null
}

/** The names of months in a language, long and short, in lower case, with the month they name: 1 to 12. */
function monthNames(language: string): Map<string, number> {
  const names = new Map<string, number>()
  for (const style of ['long', 'short'] as const)
    for (let month = 0; month < 12; month++) {
      const parts = new Intl.DateTimeFormat(language, { day: 'numeric', month: style, timeZone: 'UTC' }).formatToParts(
        Date.UTC(2024, month, 1),
      )
      const name = parts
        .find(({ type }) => type === 'month')
        ?.value.toLowerCase()
        .replace(/\.$/, '')
      if (name) names.set(name, month + 1)
    }
  return names
}

/** Which of day, month and year a language writes first. */
function partOrder(language: string): readonly string[] {
  return new Intl.DateTimeFormat(language, { dateStyle: 'short', timeZone: 'UTC', calendar: 'gregory' })
    .formatToParts(0)
    .flatMap(({ type }) => (type === 'day' || type === 'month' || type === 'year' ? [type] : []))
}

/** A day as a number that grows with time; null for one that is not in the calendar. */
function dayNumber(year: number, month: number, day: number): number | null {
  const full = year < 100 ? year + (year < 70 ? 2000 : 1900) : year
  const date = new Date(Date.UTC(full, month - 1, day))
  return date.getUTCMonth() === month - 1 && date.getUTCDate() === day ? date.getTime() : null
}

/**
 * The day that words name, as a number that grows with time: as ISO 8601 writes it, in three numbers in the order of
 * the language, or with the name of a month (“3 March 2026”, “March 2026”). Null where they name none.
 */
export function dateIn(words: string, language: string): number | null {
  const iso = /\b(\d{4})-(\d{2})-(\d{2})\b/.exec(words)
  if (iso) return dayNumber(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const { digits } = numberSigns(language)
  const western = [...words.toLowerCase()].map((sign) => digits.get(sign) ?? sign).join('')
  const three = /(\d{1,4})\s*[./-]\s*(\d{1,2})\s*[./-]\s*(\d{1,4})/.exec(western)
  if (three) {
    const order = three[1]!.length === 4 ? ['year', 'month', 'day'] : partOrder(language)
    const at = (part: string): number => Number(three[order.indexOf(part) + 1])
    return dayNumber(at('year'), at('month'), at('day'))
  }
  const numbers = western.match(/\d+/g)?.map(Number) ?? []
  const names = monthNames(language)
  const month = western.match(/\p{Letter}[\p{Letter}\p{Mark}]*/gu)?.flatMap((word) => names.get(word) ?? [])[0]
  const year = numbers.find((number) => number > 31)
  if (month === undefined || year === undefined) return null
  return dayNumber(year, month, numbers.find((number) => number >= 1 && number <= 31) ?? 1)
}

/** As what a column is best put in order: as dates or numbers where all that is in it is one. */
export function orderOf(cells: readonly string[], language: string): Order {
  const filled = cells.map((words) => words.trim()).filter(Boolean)
  const isAll = (read: (words: string, language: string) => number | null): boolean =>
    filled.length > 0 && filled.every((words) => read(words, language) !== null)
  if (isAll(dateIn)) return 'date'
  // Words with a number somewhere are words: a number stands first, or after a sign or two.
  const startsWithNumber = filled.every((words) => /^[^\p{Letter}\d]{0,3}\p{Number}/u.test(words))
  return startsWithNumber && isAll(numberIn) ? 'number' : 'text'
}

/**
 * The places of the cells in their new order; those that are empty, or are not what is sorted by, come last and keep
 * their order, as do equal ones. Text goes as the language sorts it (ECMA-402, `Intl.Collator`), numbers in it by size.
 */
export function sorted(
  cells: readonly string[],
  { order, language, isDescending }: { order: Order; language: string; isDescending: boolean },
): number[] {
  const collator = new Intl.Collator(language, { numeric: true })
  const read = order === 'date' ? dateIn : numberIn
  const keys = cells.map((words) =>
    words.trim() === '' ? null : order === 'text' ? words.trim() : read(words, language),
  )
  const compare = (a: string | number, b: string | number): number =>
    typeof a === 'number' && typeof b === 'number' ? a - b : collator.compare(String(a), String(b))
  return [...cells.keys()].sort((a, b) => {
    const [first, second] = [keys[a]!, keys[b]!]
    if (first === null || second === null) return Number(first === null) - Number(second === null)
    return isDescending ? compare(second, first) : compare(first, second)
  })
}
