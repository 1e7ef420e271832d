import type { Node } from '@tiptap/pm/model'
import type { NodeView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { shown } from './shown.ts'

/** An equation on the sheet, set as students will see it; what can't be set stands as it was typed. */
export class EquationView implements NodeView {
  readonly dom: HTMLElement
  #isGone = false

  constructor(private node: Node) {
    const isDisplay = isA(node, 'displayEquation')
    this.dom = document.createElement(isDisplay ? 'div' : 'span')
    this.dom.className = isDisplay ? 'equation-block' : 'equation'
    this.dom.contentEditable = 'false'
    this.#draw()
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false
    this.node = node
    this.#draw()
    return true
  }

  ignoreMutation = (): boolean => true

  destroy(): void {
    this.#isGone = true
  }

  #draw(): void {
    const { tex, isNumbered } = this.node.attrs as { tex: string; isNumbered?: boolean }
    const made = shown(tex, isA(this.node, 'displayEquation'), () => this.#isGone || this.#draw())
    this.dom.classList.toggle('is-numbered', isNumbered === true)
    this.dom.classList.toggle('is-wrong', made !== null && 'problem' in made)
    this.dom.title = made && 'problem' in made ? made.problem.message : ''
    // MathML of our own setter: nothing of an author's stands in it but text.
    if (made && 'mathml' in made) this.dom.innerHTML = made.mathml
    else {
      const typed = document.createElement('code')
      typed.textContent = tex || '?'
      this.dom.replaceChildren(typed)
    }
  }
}
