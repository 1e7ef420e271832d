import { attribute, element, everyElement, type HtmlNode, text, textOf } from '../tree/tree.ts'
import { equationNumber } from '../kinds/equation/numbers.ts'
import { mathOf } from './math.ts'

/**
 * Sets the equations among written elements as MathML, with numbers in their order. One that can't be set stands as it
 * was typed.
 */
export function setEquations(nodes: readonly HtmlNode[]): void {
  let number = 0
  for (const each of [...everyElement(nodes)]) {
    if (attribute(each, 'data-piece') !== 'equation') continue
    const tex = textOf(each)
    const isDisplay = each.tagName === 'div'
    const set = mathOf(tex, isDisplay)
    const isNumbered = attribute(each, 'data-numbered') === 'yes'
    each.attrs = [
      { name: 'class', value: isDisplay ? 'equation-block' : 'equation' },
      ...each.attrs.filter(({ name }) => name === 'id'),
    ]
    each.childNodes = ['math' in set ? set.math : element('code', {}, [text(tex)])]
    if (isNumbered)
      each.childNodes.push(element('span', { class: 'equation-number' }, [text(equationNumber(++number))]))
  }
}
