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
  /** The whole fragment that it is about, in the text that was read (UTF-16 offsets); where that is known. */
  readonly span?: { readonly from: number; readonly to: number }
}

/** What was left out, in sentences, each once. */
export const leftOutIn = (notes: readonly ReadNote[]): string[] => [
  ...new Set(notes.flatMap(({ type, message }) => (type === 'left out' ? [message] : []))),
]

/** Where something stands in a text that was read. */
export interface ReadPlace {
  readonly startLine: number
  readonly startCol: number
  readonly startOffset?: number
  readonly endOffset?: number
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

  add(type: ReadNote['type'], message: string, at?: ReadPlace | null, tag?: string): void {
    const line = at?.startLine ?? null
    const key = `${line} ${message}`
    if (this.#seen.has(key)) return
    this.#seen.add(key)
    if (this.#notes.length >= MOST_NOTES) return void this.#more++
    const { startOffset: from, endOffset: to } = at ?? {}
    this.#notes.push({
      ...{ type, message, line, column: at?.startCol ?? null },
      ...(tag === undefined ? {} : { tag }),
      ...(from === undefined || to === undefined ? {} : { span: { from, to } }),
    })
  }
}
