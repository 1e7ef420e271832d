import type { Node } from '@tiptap/pm/model'
import { TextSelection } from '@tiptap/pm/state'
import type { EditorView, NodeView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { onPicture } from '../../../core/kinds/labelled-picture/kinds.ts'

/** Moved by less, in CSS pixels, a number was pressed and not drawn. */
const STILL = 3

/** A labelled picture on the sheet: its numbers lie over the picture and are drawn to where they belong. */
export class LabelledPictureView implements NodeView {
  readonly dom = document.createElement('div')
  readonly contentDOM = document.createElement('div')
  readonly #layer = document.createElement('div')
  readonly #watch = new ResizeObserver(() => this.#lay())

  constructor(
    private node: Node,
    private readonly view: EditorView,
    private readonly getPosition: () => number | undefined,
  ) {
    this.dom.className = 'labelled-picture'
    this.#layer.className = 'spot-layer'
    this.#layer.contentEditable = 'false'
    // A picture is the same whichever way its page reads.
    this.#layer.dir = 'ltr'
    this.dom.append(this.contentDOM, this.#layer)
    this.dom.addEventListener('dblclick', (event) => this.#add(event))
    this.#watch.observe(this.dom)
    this.#draw()
  }

  get #image(): HTMLImageElement | null {
    return this.contentDOM.querySelector('.picture img')
  }

  /** The layer lies where the picture does. */
  #lay(): void {
    const [picture, own] = [this.#image?.getBoundingClientRect(), this.dom.getBoundingClientRect()]
    if (!picture) return
    const { style } = this.#layer
    style.top = `${picture.top - own.top}px`
    style.setProperty('left', `${picture.left - own.left}px`)
    style.width = `${picture.width}px`
    style.height = `${picture.height}px`
  }

  #draw(): void {
    const spots = this.node.children.filter((child) => isA(child, 'spot'))
    this.#layer.replaceChildren(...spots.map((spot, index) => this.#mark(spot, index)))
    // The picture is drawn after what holds it.
    requestAnimationFrame(() => {
      this.#lay()
      const image = this.#image
      if (image) this.#watch.observe(image)
    })
  }

  #mark(spot: Node, index: number): HTMLElement {
    const mark = document.createElement('span')
    mark.className = 'spot-mark'
    mark.textContent = String(index + 1)
    mark.title = `${spot.firstChild?.textContent || `Label ${index + 1}`}: draw it to where it belongs`
    this.#put(mark, Number(spot.attrs.x), Number(spot.attrs.y))
    mark.addEventListener('pointerdown', (event) => this.#drawn(event, mark, index))
    return mark
  }

  #put(mark: HTMLElement, x: number, y: number): void {
    mark.style.setProperty('left', `${x}%`)
    mark.style.top = `${y}%`
  }

  /** Where on the picture a pointer is, in percent. */
  #placeOf({ clientX, clientY }: MouseEvent): { x: number; y: number } {
    const { left, top, width, height } = this.#layer.getBoundingClientRect()
    return { x: onPicture(((clientX - left) / width) * 100), y: onPicture(((clientY - top) / height) * 100) }
  }

  #drawn(event: PointerEvent, mark: HTMLElement, index: number): void {
    if (event.button !== 0 || !this.view.editable) return
    event.preventDefault()
    mark.setPointerCapture(event.pointerId)
    let hasMoved = false
    const move = (now: PointerEvent): void => {
      hasMoved ||= Math.hypot(now.clientX - event.clientX, now.clientY - event.clientY) > STILL
      const { x, y } = this.#placeOf(now)
      if (hasMoved) this.#put(mark, x, y)
    }
    mark.addEventListener('pointermove', move)
    const end = (now: PointerEvent): void => {
      mark.removeEventListener('pointermove', move)
      const position = this.#positionOf(index)
      if (position === null) return
      const transaction = this.view.state.tr
      const { x, y } = this.#placeOf(now)
      if (hasMoved) transaction.setNodeAttribute(position, 'x', x).setNodeAttribute(position, 'y', y)
      transaction.setSelection(TextSelection.near(transaction.doc.resolve(position + 2)))
      this.view.dispatch(transaction)
      this.view.focus()
    }
    mark.addEventListener('pointerup', end, { once: true })
  }

  /** Where a label stands in the page; null while that is not known. */
  #positionOf(index: number): number | null {
    const start = this.getPosition()
    if (start === undefined) return null
    return this.node.children.slice(0, index + 1).reduce((at, child) => at + child.nodeSize, start + 1)
  }

  /** Pressed twice, the picture gets another label there. */
  #add(event: MouseEvent): void {
    const start = this.getPosition()
    if (event.target !== this.#image || start === undefined || !this.view.editable) return
    event.preventDefault()
    const spot = this.view.state.schema.nodes.spot!.createAndFill(this.#placeOf(event))!
    const end = start + this.node.nodeSize - 1
    const transaction = this.view.state.tr.insert(end, spot)
    this.view.dispatch(transaction.setSelection(TextSelection.near(transaction.doc.resolve(end + 2))))
    this.view.focus()
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false
    const hasChanged = node !== this.node
    this.node = node
    if (hasChanged) this.#draw()
    return true
  }

  stopEvent(event: Event): boolean {
    return event.target instanceof Element && this.#layer.contains(event.target)
  }

  ignoreMutation(mutation: { target: globalThis.Node; type: string }): boolean {
    return mutation.type !== 'selection' && !this.contentDOM.contains(mutation.target)
  }

  destroy(): void {
    this.#watch.disconnect()
  }
}
