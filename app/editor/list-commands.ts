import { splitListItem, wrapInList } from '@tiptap/pm/schema-list'
import type { Node } from '@tiptap/pm/model'
import { type Command, type EditorState, Plugin } from '@tiptap/pm/state'
import { isA } from '../../core/kinds/facts.ts'

/** The items of lists that the selection touches, inner ones alone. */
function itemsIn({ doc, selection: { from, to } }: EditorState): { node: Node; position: number }[] {
  const found: { node: Node; position: number }[] = []
  doc.nodesBetween(from, to, (node, position, parent) => {
    if (node.isTextblock && isA(parent, 'listItem')) {
      const item = doc.resolve(position).before()
      if (found.at(-1)?.position !== item) found.push({ node: parent!, position: item })
    }
    return !node.isTextblock
  })
  return found
}

/** Makes tasks of the items, or plain items of tasks; where there is no list, one begins. */
export const toggleTasks: Command = (state, dispatch, view) => {
  const items = itemsIn(state)
  if (items.length === 0)
    return wrapInList(state.schema.nodes.bulletList!)(
      state,
      dispatch && ((wrapped) => toggleTasks(state.apply(wrapped), (made) => dispatch(both(wrapped, made)), view)),
    )
  const task = items.every(({ node }) => node.attrs.task !== null) ? null : 'open'
  const transaction = state.tr
  for (const { node, position } of items)
    if (task === null || node.attrs.task === null) transaction.setNodeAttribute(position, 'task', task)
  dispatch?.(transaction)
  return true
}

/** The steps of the second behind those of the first, as one change. */
function both(first: EditorState['tr'], second: EditorState['tr']): EditorState['tr'] {
  for (const step of second.steps) first.step(step)
  return first
}

/** Makes tasks of the items, for students to tick. */
export const makeSelfCheck: Command = (state, dispatch, view) => {
  const tasked = itemsIn(state).some(({ node }) => node.attrs.task === null)
  const isNew = itemsIn(state).length === 0
  let made = state.tr
  if ((isNew || tasked) && !toggleTasks(state, (transaction) => (made = transaction), view)) return false
  const { $from } = state.apply(made).selection
  for (let depth = $from.depth; depth > 0; depth--)
    if (isA($from.node(depth), 'bulletList')) {
      dispatch?.(made.setNodeAttribute($from.before(depth), 'isSelfCheck', true))
      return true
    }
  return false
}

/** Ticks the tasks of the selection, or takes the ticks away when all of them are done. */
export const tickTasks: Command = (state, dispatch) => {
  const tasks = itemsIn(state).filter(({ node }) => node.attrs.task !== null)
  if (tasks.length === 0) return false
  const next = tasks.every(({ node }) => node.attrs.task === 'done') ? 'open' : 'done'
  const transaction = state.tr
  for (const { position } of tasks) transaction.setNodeAttribute(position, 'task', next)
  dispatch?.(transaction)
  return true
}

export const isTask = ({ selection: { $from } }: EditorState): boolean => {
  for (let depth = $from.depth; depth > 0; depth--)
    if (isA($from.node(depth), 'listItem')) return $from.node(depth).attrs.task !== null
  return false
}

/** Enter in a list: the next item; after a task the next one, still to be done. */
export const splitItem: Command = (state, dispatch, view) => {
  const item = state.schema.nodes.listItem
  return item ? splitListItem(item, isTask(state) ? { task: 'open' } : undefined)(state, dispatch, view) : false
}

/** The box of a task is ticked where it is pressed: it stands before the item's own words. */
export function taskBoxes(): Plugin {
  return new Plugin({
    props: {
      handleDOMEvents: {
        mousedown(view, event) {
          const item = event.target instanceof Element ? event.target.closest<HTMLElement>('li[data-task]') : null
          if (!item || event.button !== 0 || !view.editable || !isBeforeWords(item, event)) return false
          const $at = view.state.doc.resolve(view.posAtDOM(item, 0))
          if (!isA($at.parent, 'listItem')) return false
          const next = $at.parent.attrs.task === 'done' ? 'open' : 'done'
          view.dispatch(view.state.tr.setNodeAttribute($at.before(), 'task', next))
          event.preventDefault()
          return true
        },
      },
    },
  })
}

/** Pressed on the first line of an item, before where its words begin in its direction. */
function isBeforeWords(item: HTMLElement, event: MouseEvent): boolean {
  const words = item.firstElementChild?.getBoundingClientRect()
  if (!words || event.clientY > words.top + 34) return false
  return getComputedStyle(item).direction === 'rtl' ? event.clientX > words.right : event.clientX < words.left
}
