import { CaptionedView } from '../captioned-view.ts'
import { drawn } from './fetched.ts'

/** A graph on the sheet, drawn as students will see it, without the table of its values. */
export class GraphView extends CaptionedView {
  #shown = ''
  #isGone = false

  constructor(...given: ConstructorParameters<typeof CaptionedView>) {
    super(...given)
    this.dom.className = 'graph'
    this.draw()
  }

  protected draw(): void {
    this.dom.style.width = `${Number(this.node.attrs.widthPercent)}%`
    const drawing = drawn(this.node.attrs, () => this.#isGone || this.draw())
    if (!drawing || drawing.html === this.#shown) return
    this.#shown = drawing.html
    // Written by the core from what it checked: nothing of an author's stands in it but text.
    this.frame.innerHTML = drawing.html
    if (this.node.attrs.functions !== '') return
    const hint = document.createElement('p')
    hint.className = 'graph-hint'
    hint.textContent = 'A graph without a function yet: type one in the side desk.'
    this.frame.append(hint)
  }

  destroy(): void {
    this.#isGone = true
  }
}
