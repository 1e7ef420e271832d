import type { Fragment } from '@tiptap/pm/model'
import type { EditorState } from '@tiptap/pm/state'
import { isA, pieceDepth } from '../../core/kinds/facts.ts'

/**
 * What would be kept as a snippet: the blocks that are marked, whole; with nothing marked what the cursor is in that
 * came from a snippet, else its piece, else its paragraph. Null in the title.
 */
export function keptBlocks({ selection, doc, schema }: EditorState): Fragment | null {
  const { $from, $to, empty } = selection
  const depth = empty ? (snippetDepth(selection) ?? pieceDepth($from)) : null
  if (depth !== null) return doc.slice($from.before(depth), $from.after(depth)).content
  // The innermost blocks in whose place a paragraph could stand: the title of a page or part gives way to none.
  for (let at = $from.sharedDepth($to.pos); at >= 0; at--) {
    const parent = $from.node(at)
    const [first, end] = [$from.index(at), $to.indexAfter(at)]
    if (parent.isTextblock || !parent.canReplaceWith(first, end, schema.nodes.paragraph!)) continue
    return doc.slice($from.posAtIndex(first, at), $from.posAtIndex(end, at)).content
  }
  return null
}

/** How deep what came from a snippet stands around the selection; null outside of one. */
export function snippetDepth({ $from }: EditorState['selection']): number | null {
  for (let depth = $from.depth; depth > 0; depth--) if (isA($from.node(depth), 'snippet')) return depth
  return null
}
