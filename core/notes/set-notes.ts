import { attribute, element, everyElement, type HtmlElement, type HtmlNode, text } from '../tree/tree.ts'
import { freeId } from '../tree/free-id.ts'
import { NOTE_ROLE } from '../kinds/footnote/kind.ts'

const notesAmong = (nodes: readonly HtmlNode[]): HtmlElement[] =>
  [...everyElement(nodes)].filter((each) => attribute(each, 'role') === NOTE_ROLE)

function become(note: HtmlElement, tag: string, attributes: Record<string, string>, children: HtmlNode[]): void {
  note.nodeName = note.tagName = tag
  note.attrs = Object.entries(attributes).map(([name, value]) => ({ name, value }))
  note.childNodes = children
  for (const child of children) child.parentNode = note
}

/**
 * Gathers the notes among written elements in a list at their end, in their order; where each stood, a number leads to
 * it, and it leads back (roles of DPUB-ARIA 1.1). `taken` are the names of places that there are; `say` gives the words
 * of the list.
 */
export function setNotes(
  nodes: HtmlNode[],
  taken: Set<string>,
  say: { readonly notes: string; readonly back: string },
): void {
  const items = notesAmong(nodes).map((note, at) => {
    const [id, from] = [freeId(`note-${at + 1}`, taken), freeId(`note-mark-${at + 1}`, taken)]
    const item = element('li', { id }, [
      ...note.childNodes,
      text(' '),
      element('a', { href: `#${from}`, role: 'doc-backlink', 'aria-label': say.back }, [text('↩')]),
    ])
    const mark = element('a', { href: `#${id}`, id: from, role: 'doc-noteref' }, [text(String(at + 1))])
    become(note, 'sup', { class: 'note-mark' }, [mark])
    return item
  })
  if (items.length === 0) return
  nodes.push(
    element('section', { class: 'notes', role: 'doc-endnotes', 'aria-label': say.notes }, [element('ol', {}, items)]),
  )
}

/** Where there are no places to link to, a note stands in brackets where it belongs. */
export function bracketNotes(nodes: readonly HtmlNode[]): void {
  for (const note of notesAmong(nodes))
    become(note, 'small', { class: 'note-here' }, [text(' ('), ...note.childNodes, text(')')])
}
