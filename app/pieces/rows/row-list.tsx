import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import type { Editor } from '@tiptap/core'
import type { Node } from '@tiptap/pm/model'
import { Selection } from '@tiptap/pm/state'
import type { Transform } from '@tiptap/pm/transform'
import { useEditorState } from '@tiptap/react'
import { GripVertical, Plus, X } from 'lucide-react'
import { type ReactNode, useRef } from 'react'
import { countWords } from '../../../core/document/statistics.ts'
import { addEntry, entriesOf, moveEntry, removeEntry } from '../../../core/structure/parts.ts'
import { announce } from '../../shell/announce.ts'
import { transactionOf } from '../../editor/transforms.ts'
import './row-list.css'

interface Props {
  editor: Editor
  position: number
  /** What an entry is called, in lower case: tab, part, column, answer. */
  entry: string
  /** What stands before each entry's name, such as a tick. */
  mark?: (node: Node, position: number) => ReactNode
}

interface Row {
  id: string
  name: string
  words: number
  isHere: boolean
}

/** The rows of a piece as they stand, and what can be done with them. */
function useRows(editor: Editor, position: number, entry: string) {
  const list = useRef<HTMLUListElement>(null)
  const rows = useEditorState({
    editor,
    selector: ({ editor: { state } }) =>
      entriesOf(state.doc, position).map(({ node, position: at }, index): Row => ({
        id: String(index),
        name: nameOf(node),
        words: countWords(node),
        isHere: state.selection.from > at && state.selection.from < at + node.nodeSize,
      })),
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  const change = (transform: Transform | null): void => {
    if (transform) editor.view.dispatch(transactionOf(editor.state, transform))
  }
  const go = (index: number): void => {
    const place = entriesOf(editor.state.doc, position)[index]
    if (!place) return
    const { state, view } = editor
    view.dispatch(state.tr.setSelection(Selection.near(state.doc.resolve(place.position + 1))).scrollIntoView())
    view.focus()
  }
  return {
    list,
    rows,
    go,
    add: (): void => {
      change(addEntry(editor.state.doc, position))
      go(entriesOf(editor.state.doc, position).length - 1)
    },
    remove: (index: number): void => {
      change(removeEntry(editor.state.doc, position, index))
      announce(`${nameOfRow(rows[index], entry, index)} removed. Ctrl+Z restores it.`)
      // To the name of what stands there now: pressed again, the key must not remove the next one.
      requestAnimationFrame(() => {
        const names = list.current?.querySelectorAll<HTMLElement>('.row-name') ?? []
        names[Math.min(index, names.length - 1)]?.focus()
      })
    },
    dropped: ({ active, over }: DragEndEvent): void => {
      if (over) change(moveEntry(editor.state.doc, position, Number(active.id), Number(over.id)))
    },
  }
}

interface Moved {
  active: { id: string | number }
  over?: { id: string | number } | null
}

/** What a screen reader says while a row is moved. */
function announcements(entry: string) {
  const announce =
    (verb: string) =>
    ({ active, over }: Moved) =>
      `${entry} ${Number(active.id) + 1} ${verb}${over ? ` place ${Number(over.id) + 1}` : ''}.`
  return {
    onDragStart: announce('lifted from'),
    onDragOver: announce('is over'),
    onDragEnd: announce('put down at'),
    onDragCancel: announce('put back to'),
  }
}

/** The parts of a piece in their order: go to one, move it, take it out, add one. */
export function RowList({ editor, position, entry, mark }: Props) {
  const { list, rows, go, add, remove, dropped } = useRows(editor, position, entry)
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  return (
    <>
      <DndContext
        id={`rows-${entry}`}
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={dropped}
        accessibility={{ announcements: announcements(entry) }}
      >
        <SortableContext items={rows.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ul className="rows" ref={list}>
            {rows.map((row, index) => (
              <RowLine
                key={row.id}
                row={row}
                index={index}
                entry={entry}
                onGo={() => go(index)}
                onRemove={rows.length > 1 ? () => remove(index) : null}
              >
                {mark && markOf(editor, position, index, mark)}
              </RowLine>
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <button type="button" className="plain-button" onClick={add}>
        <Plus size={15} aria-hidden /> Add {/^[aeiou]/.test(entry) ? 'an' : 'a'} {entry}
      </button>
    </>
  )
}

function markOf(editor: Editor, position: number, index: number, mark: NonNullable<Props['mark']>): ReactNode {
  const place = entriesOf(editor.state.doc, position)[index]
  return place && mark(place.node, place.position)
}

/** The title of a part, the text of an answer, the first words of a column. */
function nameOf(node: Node): string {
  const first = node.firstChild?.isTextblock
    ? node.firstChild.textContent
    : node.textBetween(0, Math.min(60, node.content.size), ' ')
  return first.trim()
}

/** What a row is called: by its words, else by what and which it is. */
const nameOfRow = (row: Row | undefined, entry: string, index: number): string =>
  row?.name || `${entry.charAt(0).toUpperCase()}${entry.slice(1)} ${index + 1}`

interface LineProps {
  row: Row
  index: number
  entry: string
  onGo: () => void
  /** Null for the last one, which stays. */
  onRemove: (() => void) | null
  children: ReactNode
}

function RowLine({ row, index, entry, onGo, onRemove, children }: LineProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: row.id })
  const name = nameOfRow(row, entry, index)
  return (
    <li
      ref={setNodeRef}
      className={`row ${row.isHere ? 'is-current' : ''} ${isDragging ? 'is-lifted' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button type="button" className="row-grip" {...attributes} {...listeners} aria-label={`Move ${name}`}>
        <GripVertical size={14} aria-hidden />
      </button>
      {children}
      <button type="button" className="row-name" aria-current={row.isHere || undefined} onClick={onGo}>
        <span className={row.name ? '' : 'soft'}>{name}</span>
        <span className="soft">{row.words} w</span>
      </button>
      {onRemove && (
        <button
          type="button"
          className="row-remove"
          aria-label={`Remove ${name}`}
          title="Remove (Ctrl+Z restores it)"
          onClick={onRemove}
        >
          <X size={14} aria-hidden />
        </button>
      )}
    </li>
  )
}
