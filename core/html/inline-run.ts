import { Mark, type Node } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { cleanText } from '../tree/characters.ts'

// HTML's "ASCII whitespace" (Infra Standard): tab, LF, FF, CR, space. No-break space is text. One space is right as it
// is, as most are: only what is to be changed is found.
const SPACES = / [\t\n\f\r ]+|[\t\n\f\r][\t\n\f\r ]*/g

/**
 * Gathers the inline content of one text block. White space is collapsed as CSS does for
 * `white-space: normal`, unless the run preserves it.
 */
export class InlineRun {
  readonly #nodes: Node[] = []
  readonly #preserve: boolean
  #text = ''
  #marks: readonly Mark[] = Mark.none
  #afterSpace = true

  constructor(preserve: boolean) {
    this.#preserve = preserve
  }

  text(value: string, marks: readonly Mark[]): void {
    let words = value
    if (!this.#preserve) {
      words = words.replace(SPACES, ' ')
      if (this.#afterSpace && words.startsWith(' ')) words = words.slice(1)
    }
    words = cleanText(words)
    if (words === '') return
    this.#afterSpace = words.endsWith(' ')
    if (!Mark.sameSet(marks, this.#marks)) {
      this.#push()
      this.#marks = marks
    }
    this.#text += words
  }

  /** An inline node other than text; a space before or after a line break is not kept, as in CSS. */
  node(node: Node, breaksLine: boolean): void {
    if (breaksLine) this.#trimEnd()
    this.#push()
    this.#nodes.push(node)
    this.#afterSpace = breaksLine
  }

  /** The gathered nodes; the run is empty afterwards. */
  take(): Node[] {
    this.#trimEnd()
    this.#push()
    this.#afterSpace = true
    return this.#nodes.splice(0)
  }

  #push(): void {
    if (this.#text !== '') this.#nodes.push(schema.text(this.#text, this.#marks))
    this.#text = ''
  }

  #trimEnd(): void {
    if (this.#preserve) return
    if (this.#text !== '') this.#text = this.#text.replace(/ $/, '')
    else {
      const last = this.#nodes.at(-1)
      if (!last?.isText || !last.text?.endsWith(' ')) return
      this.#nodes.pop()
      if (last.text.length > 1) this.#nodes.push(schema.text(last.text.slice(0, -1), last.marks))
    }
  }
}
