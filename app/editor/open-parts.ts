import type { Node } from '@tiptap/pm/model'
import { type EditorState, Plugin, PluginKey, type Transaction } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { kindOf } from '../../core/kinds/facts.ts'

interface Open {
  /** Positions of the parts and reveals that are open. */
  readonly parts: ReadonlySet<number>
  readonly decorations: DecorationSet
}

const key = new PluginKey<Open>('open-parts')

/** Closes the fold at a position, or opens it. */
function togglePart(state: EditorState, position: number): Transaction {
  return state.tr.setMeta(key, position)
}

/**
 * Which parts of tabs, accordions and reveals are in sight on the sheet: as students see them, and always the one the
 * cursor is in. Nothing of it is stored: it is how the sheet lies, not what is on it.
 */
export function openParts(): Plugin<Open> {
  return new Plugin<Open>({
    key,
    state: {
      init: (_config, state) => arranged(state, new Set()),
      apply(transaction, before, _old, state) {
        const toggled = transaction.getMeta(key) as number | undefined
        if (!transaction.docChanged && !transaction.selectionSet && toggled === undefined) return before
        const parts = new Set<number>()
        for (const position of before.parts) {
          const { pos, deleted } = transaction.mapping.mapResult(position, 1)
          if (!deleted) parts.add(pos)
        }
        if (toggled !== undefined && !parts.delete(toggled)) parts.add(toggled)
        if (toggled === undefined || transaction.selectionSet) openAround(state, parts)
        return transaction.docChanged || !same(parts, before.parts) ? arranged(state, parts) : before
      },
    },
    props: {
      decorations: (state) => key.getState(state)?.decorations,
      handleDOMEvents: {
        // The sign at the edge of a fold's title opens and closes it; the words of the title are for writing.
        mousedown(view, event) {
          const title = event.target instanceof HTMLElement ? event.target.closest<HTMLElement>('.part-title') : null
          const holder = title?.parentElement
          if (!title || !holder || !(holder.matches('.reveal, .pop-up') || holder.parentElement?.matches('.accordion')))
            return false
          const { right, left } = title.getBoundingClientRect()
          const isSign =
            getComputedStyle(title).direction === 'rtl' ? event.clientX > right - 26 : event.clientX < left + 26
          if (!isSign) return false
          event.preventDefault()
          view.dispatch(togglePart(view.state, view.posAtDOM(title, 0) - 2))
          return true
        },
      },
    },
  })
}

/** Opens whatever holds the selection; of tabs, no other part stays open. */
function openAround({ selection: { $from } }: EditorState, parts: Set<number>): void {
  for (let depth = $from.depth; depth > 0; depth--) {
    const node = $from.node(depth)
    const folds = depth > 1 ? kindOf($from.node(depth - 1)).folds : undefined
    if (folds === 'parts, one open')
      for (const position of partPositions($from.node(depth - 1), $from.before(depth - 1))) parts.delete(position)
    if (kindOf(node).folds === 'itself' || folds === 'parts, one open' || folds === 'parts, several open')
      parts.add($from.before(depth))
  }
}

function partPositions(piece: Node, position: number): number[] {
  const found: number[] = []
  piece.forEach((_part, offset) => found.push(position + 1 + offset))
  return found
}

function arranged({ doc }: EditorState, parts: Set<number>): Open {
  const decorations: Decoration[] = []
  const known = new Set<number>()
  doc.descendants((node, position) => {
    const { folds } = kindOf(node)
    if (!folds) return !node.isTextblock
    if (folds === 'itself') {
      known.add(position)
      if (parts.has(position))
        decorations.push(Decoration.node(position, position + node.nodeSize, { class: 'is-open' }))
      return true
    }
    const positions = partPositions(node, position)
    for (const each of positions) known.add(each)
    if (folds === 'parts, one open' && !positions.some((each) => parts.has(each))) parts.add(positions[0]!)
    for (const [index, each] of positions.entries())
      decorations.push(
        Decoration.node(each, each + node.child(index).nodeSize, {
          'aria-label': partName(node, index),
          ...(parts.has(each) && { class: 'is-open' }),
        }),
      )
    return true
  })
  for (const position of parts) if (!known.has(position)) parts.delete(position)
  return { parts, decorations: DecorationSet.create(doc, decorations) }
}

/** Which part it is, and its title, for whoever hears the sheet. */
function partName(piece: Node, index: number): string {
  const part = piece.child(index)
  const { placeholder, nameOf } = kindOf(part)
  return [placeholder?.(part, piece, index), nameOf?.(part)].filter(Boolean).join(': ')
}

function same(a: ReadonlySet<number>, b: ReadonlySet<number>): boolean {
  return a.size === b.size && [...a].every((value) => b.has(value))
}
