import { CaptionedView } from '../captioned-view.ts'
import { drawnChart } from './fetched.ts'

/** A chart on the sheet: drawn as students will see it, above the table that one writes in. */
export class ChartView extends CaptionedView {
  #shown: string | null = null
  #isGone = false

  constructor(...given: ConstructorParameters<typeof CaptionedView>) {
    super(...given)
    this.dom.className = 'chart'
    this.draw()
  }

  protected draw(): void {
    this.dom.style.width = `${Number(this.node.attrs.widthPercent)}%`
    const drawing = drawnChart(this.node, () => this.#isGone || this.draw())
    if (!drawing || drawing.html === this.#shown) return
    this.#shown = drawing.html
    // Written by the core from what it checked: nothing of an author's stands in it but text.
    this.frame.innerHTML = drawing.html
    if (drawing.html !== '') return
    const hint = document.createElement('p')
    hint.className = 'graph-hint'
    hint.textContent = 'Nothing to draw yet: write names into the first column, and numbers beside them.'
    this.frame.append(hint)
  }

  destroy(): void {
    this.#isGone = true
  }
}
