import { Node } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { lineOf } from '../html/lines.ts'

/** JSON of the inline nodes of a note, from that of the passage in which its words were written. */
export function lineOfPassage(passage: object): object[] {
  const blocks = Node.fromJSON(schema, passage).children
  return lineOf(schema.nodes.footnote, blocks).line.children.map((node) => node.toJSON() as object)
}
