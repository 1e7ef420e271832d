import { CaptionedView } from '../captioned-view.ts'
import { drawn } from './fetched.ts'

/** A slider on the sheet, which moves as it will for students. */
export class SliderView extends CaptionedView {
  #shown = ''
  #isGone = false

  constructor(...given: ConstructorParameters<typeof CaptionedView>) {
    super(...given)
    this.dom.className = 'slider'
    this.draw()
  }

  protected draw(): void {
    const drawing = drawn(this.node.attrs, () => this.#isGone || this.draw())
    if (!drawing || drawing.html === this.#shown) return
    this.#shown = drawing.html
    // Written by the core from what it checked: nothing of an author's stands in it but text.
    this.frame.innerHTML = drawing.html
    drawing.enliven(this.frame)
    if (this.node.attrs.values !== '') return
    const hint = document.createElement('p')
    hint.className = 'graph-hint'
    hint.textContent = 'No value follows from it yet: type one in the side desk.'
    this.frame.append(hint)
  }

  destroy(): void {
    this.#isGone = true
  }
}
