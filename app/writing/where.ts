import type { Node } from '@tiptap/pm/model'
import { type EditorState, NodeSelection } from '@tiptap/pm/state'
import { isA, kindOf, nameOf } from '../../core/kinds/facts.ts'
import { pieceOf } from '../pieces/registry.ts'
import { kindLabel } from '../editor/kind-label.ts'

/** A step of the way from the page to the cursor. */
export interface Step {
  readonly name: string
  /** Where it begins; null for the page itself. */
  readonly position: number | null
  readonly isPiece: boolean
}

/** A part by its title, or by what and which it is. */
function partName(part: Node, index: number, piece: Node): string {
  const title = part.firstChild?.textContent.trim() ?? ''
  if (title !== '') return title.length > 22 ? `${title.slice(0, 20)}…` : title
  return kindLabel(pieceOf(piece.type.name)?.entry ?? 'part') + ` ${index + 1}`
}

/** What the cursor stands in, from the page inwards. */
export function wayTo({ selection }: EditorState): readonly Step[] {
  const { $from } = selection
  const steps: Step[] = [{ name: 'Page', position: null, isPiece: false }]
  for (let depth = 1; depth <= $from.depth; depth++) {
    const node = $from.node(depth)
    const isPart = isA(node, 'part')
    const name = isPart ? partName(node, $from.index(depth - 1), $from.node(depth - 1)) : nameOf(node)
    steps.push({ name, position: $from.before(depth), isPiece: isPart || kindOf(node).isPiece === true })
  }
  if (selection instanceof NodeSelection && !selection.node.isInline)
    steps.push({ name: kindLabel(selection.node.type.name), position: selection.from, isPiece: true })
  return steps
}

/** Where the cursor is, as a sentence: innermost first. */
export const whereWords = (state: EditorState): string =>
  `${wayTo(state)
    .map(({ name }) => name)
    .toReversed()
    .join(', in ')}.`

/** The pieces the cursor is in, as a sentence. */
export function pieceWords(way: readonly Step[]): string {
  const pieces = way.filter(({ isPiece }) => isPiece).map(({ name }) => name)
  return pieces.length === 0 ? 'Out of the piece.' : `In ${pieces.toReversed().join(', in ')}.`
}
