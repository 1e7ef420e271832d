import type { Element } from 'hast'
import type { FootnoteDefinition, Root } from 'mdast'
import type { Handle as ToMarkdown, State } from 'hast-util-to-mdast'
import { NOTE_ROLE } from '../kinds/footnote/kind.ts'

/*
 * Footnotes as GitHub Flavored Markdown and others write them: `[^1]` where it belongs, `[^1]: words` below (common
 * practice). Reading them needs nothing of ours: what Markdown makes of them is read as any notes of HTML are.
 */

/** The notes of one page, in the order in which they are met. */
export class MarkdownNotes {
  #next = 1
  #met: FootnoteDefinition[] = []

  /** Handles a note of ours among what becomes Markdown; undefined for any other element. */
  readonly handle = (state: State, node: Element): ReturnType<ToMarkdown> | undefined => {
    if (![node.properties.role].flat().includes(NOTE_ROLE)) return undefined
    const identifier = String(this.#next++)
    const holder: Element = { type: 'element', tagName: 'p', properties: {}, children: node.children }
    this.#met.push({ type: 'footnoteDefinition', identifier, label: identifier, children: state.all(holder) as never })
    return { type: 'footnoteReference', identifier, label: identifier } as never
  }

  /** Puts the words of the notes that were met below the text. */
  readonly below = () => (tree: Root) => {
    tree.children.push(
      ...this.#met
        .splice(0)
        .map((note) => ({ ...note, children: [{ type: 'paragraph', children: note.children } as never] })),
    )
  }
}
