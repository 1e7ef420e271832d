import { Fragment, type Node, type Slice } from 'prosemirror-model'
import { isA, kindOf } from '../kinds/facts.ts'

/** Stands for an equation, a line break, a note: for each place that it takes in the page. */
export const LEAF = '\uFFFC'

/** The words of a text block, in which each sign has the place in the string that it has in the block. */
export const placesOf = (textblock: Node): string =>
  textblock.children.map((child) => child.text ?? LEAF.repeat(child.nodeSize)).join('')

/** The same content with the words of each note in brackets where it stands. */
export function withNotesAsWords(fragment: Fragment): Fragment {
  let holdsNotes = false
  fragment.descendants((node) => {
    if (isA(node, 'footnote')) holdsNotes = true
    return !holdsNotes
  })
  if (!holdsNotes) return fragment
  return Fragment.from(
    fragment.content.flatMap((node): Node[] => {
      if (!isA(node, 'footnote')) return [node.isLeaf ? node : node.copy(withNotesAsWords(node.content))]
      const { schema } = node.type
      return [schema.text(' ('), ...node.children, schema.text(')')]
    }),
  )
}

/** The words of a page or passage, a text block a line. */
export function plainText(content: Node | Fragment | Slice): string {
  const fragment = withNotesAsWords(content instanceof Fragment ? content : content.content)
  return fragment.textBetween(0, fragment.size, '\n', (leaf) => kindOf(leaf).inWords?.(leaf) ?? '\n').trim()
}
