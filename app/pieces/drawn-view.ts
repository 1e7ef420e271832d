import type { Node } from '@tiptap/pm/model'
import { CaptionedView } from './captioned-view.ts'

interface Drawing {
  /** Written by the core from what it checked: nothing of an author's stands in it but text. */
  readonly html: string
}

/** How a figure of some kind is drawn. */
export interface DrawnLook<D extends Drawing> {
  readonly className: string
  /** Null while what draws is still fetched; `onFetched` is told when it is there. */
  readonly drawingOf: (node: Node, onFetched: () => void) => D | null
  /** What is told beneath while nothing can be seen of it yet; empty when something can. */
  readonly hintOf: (node: Node, drawing: D) => string
  /** Brings to life what was drawn. */
  readonly enliven?: (frame: HTMLElement, drawing: D) => void
}

/** A figure on the sheet that is drawn as students will see it, by what is fetched with the first of its kind. */
export class DrawnView<D extends Drawing> extends CaptionedView {
  readonly #look: DrawnLook<D>
  #shown: string | null = null
  #isGone = false

  constructor(look: DrawnLook<D>, ...given: ConstructorParameters<typeof CaptionedView>) {
    super(...given)
    this.#look = look
    this.dom.className = look.className
    this.draw()
  }

  protected draw(): void {
    const { widthPercent } = this.node.attrs
    if (widthPercent !== undefined) this.dom.style.width = `${Number(widthPercent)}%`
    const drawing = this.#look.drawingOf(this.node, () => this.#isGone || this.draw())
    if (!drawing || drawing.html === this.#shown) return
    this.#shown = drawing.html
    this.frame.innerHTML = drawing.html
    this.#look.enliven?.(this.frame, drawing)
    const words = this.#look.hintOf(this.node, drawing)
    if (words === '') return
    const hint = document.createElement('p')
    hint.className = 'graph-hint'
    hint.textContent = words
    this.frame.append(hint)
  }

  destroy(): void {
    this.#isGone = true
  }
}
