import type { Node } from '@tiptap/pm/model'
import type { NodeView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { plainText } from '../../../core/document/plain-text.ts'
import { askFootnote } from '../../editor/footnotes/asking.ts'
import type { Piece } from '../piece.ts'

/** The mark of a note on the sheet: its number, and its words for whoever points at it. */
class FootnoteView implements NodeView {
  readonly dom = document.createElement('span')

  constructor(node: Node) {
    this.dom.className = 'footnote'
    this.dom.contentEditable = 'false'
    this.dom.setAttribute('role', 'doc-noteref')
    this.#tell(node)
  }

  update(node: Node): boolean {
    if (!isA(node, 'footnote')) return false
    this.#tell(node)
    return true
  }

  ignoreMutation = (): boolean => true

  #tell(node: Node): void {
    const words = plainText(node)
    this.dom.title = words
    this.dom.setAttribute('aria-label', `Note: ${words}`)
  }
}

export const footnote: Piece = {
  kind: 'footnote',
  view: (node) => new FootnoteView(node),
  offer: {
    group: 'apart',
    name: 'Footnote',
    help: 'A numbered note at the bottom of the page.',
    effort: 'ready',
    command: askFootnote,
    asks: true,
    outcome: () => 'Asks for the text of the note.',
    Example: () => (
      <span className="eg-note">
        <i />
        <sup>1</sup>
        <hr />
        <small>1</small>
        <i />
      </span>
    ),
  },
}
