/**
 * What reading HTML left out, changed or took for a piece, in words an author can act on. `line` and `column` count
 * from 1.
 */
export interface ReadNote {
  readonly type: 'left out' | 'changed' | 'recognised'
  readonly message: string
  readonly line: number | null
  readonly column: number | null
  /** The element that a page has no place for, where it is one. */
  readonly tag?: string
}

/** At most this many notes are kept: a megabyte of junk has the same few lessons many times. */
const MOST_NOTES = 500

/** Collects notes; the same sentence at the same line is kept once. */
export class ReadReport {
  readonly #notes: ReadNote[] = []
  readonly #seen = new Set<string>()
  /** How many there were beyond those that are kept. */
  #more = 0

  get notes(): readonly ReadNote[] {
    if (this.#more === 0) return this.#notes
    const message = `${this.#more.toLocaleString('en')} more things were left out or changed; the first ${MOST_NOTES} are listed.`
    return [...this.#notes, { type: 'left out', message, line: null, column: null }]
  }

  add(
    type: ReadNote['type'],
    message: string,
    at?: { startLine: number; startCol: number } | null,
    tag?: string,
  ): void {
    const line = at?.startLine ?? null
    const key = `${line} ${message}`
    if (this.#seen.has(key)) return
    this.#seen.add(key)
    if (this.#notes.length >= MOST_NOTES) return void this.#more++
    this.#notes.push({ type, message, line, column: at?.startCol ?? null, ...(tag === undefined ? {} : { tag }) })
  }
}
