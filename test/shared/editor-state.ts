import { type Command, EditorState, NodeSelection, TextSelection } from '@tiptap/pm/state'
import { schema } from '../../core/document/schema.ts'
import { readPage } from '../../core/html/read.ts'
import { writePage } from '../../core/html/write.ts'

/** Stands in the HTML of a test where the cursor is; two of them are the ends of what is marked. */
const CURSOR = '‸'

/** An editor's state, without an editor: a page read from HTML, the cursor where a ‸ stands, else in its title. */
export function stateAt(html: string): EditorState {
  const start = EditorState.create({ schema, doc: readPage(html).page })
  const { tr } = start
  const places: number[] = []
  for (;;) {
    let found = -1
    tr.doc.descendants((node, position) => {
      const at = node.isText ? node.text!.indexOf(CURSOR) : -1
      if (found < 0 && at >= 0) found = position + at
      return found < 0
    })
    if (found < 0) break
    tr.delete(found, found + CURSOR.length)
    places.push(found)
  }
  const [from = 1, to = from] = places
  return start.apply(tr.setSelection(TextSelection.create(tr.doc, from, to)))
}

/** The page as source, with ‸ where the cursor is; a block selected as a whole stands between two. */
export function shown(state: EditorState): string {
  const { tr, selection } = state
  if (selection instanceof NodeSelection) return `${writePage(tr.doc, 'source')}\n‸${selection.node.type.name}‸`
  if (!selection.empty) tr.insertText(CURSOR, selection.to)
  tr.insertText(CURSOR, selection.from)
  return writePage(tr.doc, 'source')
}

/** What a command makes of a page; null when it does not apply. */
export function after(html: string, command: Command): string | null {
  let now = stateAt(html)
  const isDone = command(now, (transaction) => (now = now.apply(transaction)))
  return isDone ? shown(now) : null
}
