import { Plugin } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { kindOf } from '../../core/kinds/facts.ts'
import { kindLabel } from './kind-label.ts'

/** Frames the piece the cursor is in, with its name on the edge, and those around it; all others show no frame. */
export function pieceFrames(): Plugin {
  return new Plugin({
    props: {
      decorations({ doc, selection: { $from } }) {
        const frames: Decoration[] = []
        for (let depth = $from.depth; depth > 0; depth--) {
          const node = $from.node(depth)
          if (!kindOf(node).isPiece || node.type.isInGroup('list')) continue
          const start = $from.before(depth)
          frames.push(
            Decoration.node(start, start + node.nodeSize, {
              class: frames.length === 0 ? 'is-here' : 'is-around',
              'data-piece-name': kindLabel(node.type.name),
            }),
          )
        }
        return DecorationSet.create(doc, frames)
      },
    },
  })
}
