import type { Node } from '@tiptap/pm/model'
import { NodeSelection } from '@tiptap/pm/state'
import type { EditorView, NodeView } from '@tiptap/pm/view'

/** A figure on the sheet: what it shows in a frame, that is pressed to select it, and a caption to write in beneath. */
export abstract class CaptionedView implements NodeView {
  readonly dom = document.createElement('figure')
  readonly contentDOM = document.createElement('div')
  protected readonly frame = document.createElement('div')

  constructor(
    protected node: Node,
    protected readonly view: EditorView,
    protected readonly getPosition: () => number | undefined,
  ) {
    this.frame.className = 'figure-frame'
    this.frame.contentEditable = 'false'
    // ProseMirror selects by a click only what has nothing in it; a figure has its caption.
    this.frame.addEventListener('mousedown', (event) => this.#select(event))
    this.dom.append(this.frame, this.contentDOM)
  }

  /** Shows the node as it is now. */
  protected abstract draw(): void

  #select(event: MouseEvent): void {
    const position = this.getPosition()
    if (event.button !== 0 || position === undefined || isControl(event)) return
    event.preventDefault()
    const { state } = this.view
    this.view.dispatch(state.tr.setSelection(NodeSelection.create(state.doc, position)))
    this.view.focus()
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false
    this.node = node
    this.draw()
    return true
  }

  stopEvent(event: Event): boolean {
    if (isControl(event)) return true
    return (
      (event.type === 'mousedown' || event.type.startsWith('pointer')) &&
      event.target instanceof Element &&
      this.frame.contains(event.target)
    )
  }

  ignoreMutation(mutation: { target: globalThis.Node; type: string }): boolean {
    return mutation.type !== 'selection' && !this.contentDOM.contains(mutation.target)
  }
}

/** Whether it happens in what can be moved or typed in, which knows what to do with it. */
const isControl = ({ target }: Event): boolean => target instanceof HTMLInputElement
