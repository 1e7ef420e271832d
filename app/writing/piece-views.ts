import { Plugin } from '@tiptap/pm/state'
import type { NodeViewConstructor } from '@tiptap/pm/view'
import { PIECES } from '../pieces/registry.ts'

/** The views of pieces that their HTML alone does not show. */
export function pieceViews(): Plugin {
  const nodeViews: Record<string, NodeViewConstructor> = {}
  for (const { kind, view: make } of PIECES)
    if (make) nodeViews[kind] = (node, view, getPosition) => make(node, view, getPosition)
  return new Plugin({ props: { nodeViews } })
}
