import type { Node } from 'prosemirror-model'
import type { Say } from '../words/say.ts'
import { headingLevel, kindOf } from '../kinds/facts.ts'

/** Says what a node is called among others, as students hear it: by its own title, else by its kind. */
export const nameIn =
  (say: Say) =>
  (node: Node): string => {
    const level = headingLevel(node, null)
    if (level !== null) return say('pieces.headingAt', { level })
    return kindOf(node).nameOf?.(node) ?? say('pieces.name', { kind: node.type.name })
  }
