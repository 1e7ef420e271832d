import { texOfOmml } from '../equations/from-omml.ts'
import { element, everyNode, type HtmlNode, isElement, isText, text } from '../tree/tree.ts'

/** Signs for private use stand around the number of a formula while the document becomes HTML. */
const [BEFORE, AFTER] = ['\u{F0000}', '\u{F0001}']
const MARKED = /\u{F0000}(\d+)\u{F0001}/u
const FORMULA = /<m:oMathPara\b[^>]*>[^]*?<\/m:oMathPara>|<m:oMath\b[^>]*>[^]*?<\/m:oMath>/g

/** A document of WordprocessingML with a mark in place of each formula that can be read, and those as LaTeX. */
export interface FormulasApart {
  readonly xml: string
  readonly formulas: readonly { readonly tex: string; readonly isDisplay: boolean }[]
  /** How many could not be read. */
  readonly unread: number
}

/** Takes the formulas out of a document that nobody has checked (ECMA-376, part 1, clause 22.1). */
export function formulasApart(unsafeXml: string): FormulasApart {
  const formulas: { tex: string; isDisplay: boolean }[] = []
  let unread = 0
  const xml = unsafeXml.replace(FORMULA, (formula) => {
    const tex = texOfOmml(formula)
    if (tex === null) {
      unread++
      return ''
    }
    formulas.push({ tex, isDisplay: formula.startsWith('<m:oMathPara') })
    return `<w:r><w:t>${BEFORE}${formulas.length - 1}${AFTER}</w:t></w:r>`
  })
  return { xml, formulas, unread }
}

/** Puts the formulas where their marks are in the HTML that was made. */
export function putFormulas(roots: readonly HtmlNode[], formulas: FormulasApart['formulas']): void {
  if (formulas.length === 0) return
  const holders = [...roots].flatMap((root) => [...everyNode(root)]).filter(isElement)
  for (const holder of holders)
    if (holder.childNodes.some((child) => isText(child) && MARKED.test(child.value)))
      holder.childNodes = holder.childNodes.flatMap((child) =>
        isText(child) ? partsOf(child.value, formulas, holder.childNodes.length === 1) : [child],
      )
}

/** The words around formulas, and the formulas; one alone in its paragraph may stand on a line of its own. */
function partsOf(words: string, formulas: FormulasApart['formulas'], isAlone: boolean): HtmlNode[] {
  const parts = words.split(/\u{F0000}(\d+)\u{F0001}/u)
  return parts.flatMap((part, at): HtmlNode[] => {
    if (at % 2 === 0) return part === '' ? [] : [text(part)]
    const formula = formulas[Number(part)]
    if (!formula) return []
    const isDisplay = formula.isDisplay && isAlone && words.trim() === `${BEFORE}${part}${AFTER}`
    return [element(isDisplay ? 'div' : 'span', { 'data-piece': 'equation' }, [text(formula.tex)])]
  })
}
