import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state'
import { TableMap } from '@tiptap/pm/tables'
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { setColumnWidth } from '../../../core/tables/change.ts'
import { transactionOf } from '../transforms.ts'

/** An edge that the pointer is at: the table, and the column that ends there. */
interface Edge {
  readonly position: number
  readonly column: number
  /** The width that is being given while the edge is dragged, in CSS pixels; null while it is only near. */
  readonly width: number | null
}

const key = new PluginKey<Edge | null>('column-edges')
/** So near to an edge, in CSS pixels, the pointer takes hold of it. */
const NEAR = 5
/** The narrowest column that dragging makes. */
const NARROWEST = 30

const tell = (view: EditorView, edge: Edge | null): void => {
  const before = key.getState(view.state)
  if (before !== edge && JSON.stringify(before) !== JSON.stringify(edge))
    view.dispatch(view.state.tr.setMeta(key, { edge }).setMeta('addToHistory', false))
}

/** The element of the cell at whose end the pointer is, with the column that ends there; null anywhere else. */
function edgeAt(view: EditorView, event: MouseEvent): { cell: HTMLElement; edge: Edge } | null {
  const cell = event.target instanceof Element ? event.target.closest<HTMLElement>('td, th') : null
  if (!cell || !view.dom.contains(cell)) return null
  const { left, right } = cell.getBoundingClientRect()
  const isRtl = getComputedStyle(cell).direction === 'rtl'
  const [toEnd, toStart] = isRtl
    ? [event.clientX - left, right - event.clientX]
    : [right - event.clientX, event.clientX - left]
  if (toEnd > NEAR && toStart > NEAR) return null
  const $cell = view.state.doc.resolve(view.posAtDOM(cell, 0))
  for (let depth = $cell.depth; depth > 0; depth--) {
    if (!isA($cell.node(depth), 'table')) continue
    const [start, table] = [$cell.start(depth), $cell.node(depth)]
    const map = TableMap.get(table)
    if (map.problems || $cell.depth < depth + 2) return null
    const rect = map.findCell($cell.before(depth + 2) - start)
    const column = toEnd <= NEAR ? rect.right - 1 : rect.left - 1
    return column < 0 ? null : { cell, edge: { position: start - 1, column, width: null } }
  }
  return null
}

/** The width of a column as it is drawn, by the cell of its table that covers it alone, or by one that ends with it. */
function widthOf(view: EditorView, { position, column }: Edge): number | null {
  const table = view.state.doc.nodeAt(position)
  if (!table) return null
  const map = TableMap.get(table)
  for (let row = 0; row < map.height; row++) {
    const at = map.map[row * map.width + column]!
    const { left, right } = map.findCell(at)
    if (right - left !== 1) continue
    const dom = view.nodeDOM(position + 1 + at)
    if (dom instanceof HTMLElement) return dom.getBoundingClientRect().width
  }
  return null
}

/** Drags an edge until the pointer is let go; Esc puts it back. */
function drag(view: EditorView, event: MouseEvent, edge: Edge): boolean {
  const width = widthOf(view, edge)
  if (width === null) return false
  const isRtl = getComputedStyle(view.dom).direction === 'rtl'
  const begin = event.clientX
  const now = ({ clientX }: MouseEvent): number =>
    Math.max(NARROWEST, Math.round(width + (isRtl ? begin - clientX : clientX - begin)))
  const move = (moved: MouseEvent): void => tell(view, { ...edge, width: now(moved) })
  const end = (): void => {
    window.removeEventListener('mousemove', move)
    window.removeEventListener('mouseup', keep)
    window.removeEventListener('keydown', leave, { capture: true })
    tell(view, null)
  }
  const keep = (released: MouseEvent): void => {
    // Others may have changed the table meanwhile: the place is where the state has it now.
    const last = key.getState(view.state)
    end()
    if (!last || released.clientX === begin) return
    const area = { top: 0, bottom: 1, left: last.column, right: last.column + 1 }
    const change = setColumnWidth(view.state.doc, last.position, area, now(released))
    if (change) view.dispatch(transactionOf(view.state, change))
  }
  const leave = (pressed: KeyboardEvent): void => {
    if (pressed.key !== 'Escape') return
    pressed.preventDefault()
    pressed.stopPropagation()
    end()
  }
  window.addEventListener('mousemove', move)
  window.addEventListener('mouseup', keep)
  window.addEventListener('keydown', leave, { capture: true })
  event.preventDefault()
  return true
}

/** The cells that end at an edge, marked, and as wide as the edge is dragged to. */
function shown({ doc }: EditorState, { position, column, width }: Edge): DecorationSet {
  const table = doc.nodeAt(position)
  if (!isA(table, 'table')) return DecorationSet.empty
  const map = TableMap.get(table!)
  if (map.problems || column >= map.width) return DecorationSet.empty
  const cells = new Set(Array.from({ length: map.height }, (_, row) => map.map[row * map.width + column]!))
  return DecorationSet.create(
    doc,
    [...cells].flatMap((offset) => {
      const { left, right } = map.findCell(offset)
      const at = position + 1 + offset
      const style = width !== null && right - left === 1 ? { style: `width: ${width}px` } : {}
      return right - 1 === column
        ? [Decoration.node(at, at + table!.nodeAt(offset)!.nodeSize, { class: 'at-edge', ...style })]
        : []
    }),
  )
}

/** Columns are given a width by dragging their edge; in numbers, the side desk does it. */
export function columnEdges(): Plugin<Edge | null> {
  return new Plugin<Edge | null>({
    key,
    state: {
      init: () => null,
      apply(transaction, before) {
        const told = transaction.getMeta(key) as { edge: Edge | null } | undefined
        if (told) return told.edge
        if (!before || !transaction.docChanged) return before
        const { deleted, pos } = transaction.mapping.mapResult(before.position)
        return deleted ? null : { ...before, position: pos }
      },
    },
    props: {
      attributes: (state): Record<string, string> => (key.getState(state) ? { class: 'has-edge' } : {}),
      decorations: (state) => {
        const edge = key.getState(state)
        return edge ? shown(state, edge) : null
      },
      handleDOMEvents: {
        mousemove(view, event) {
          if (view.editable && event.buttons === 0) tell(view, edgeAt(view, event)?.edge ?? null)
          return false
        },
        mouseleave(view, event) {
          if (event.buttons === 0) tell(view, null)
          return false
        },
        mousedown(view, event) {
          const found = view.editable && event.button === 0 ? edgeAt(view, event) : null
          return found ? drag(view, event, found.edge) : false
        },
      },
    },
  })
}
