import { texOfOmml } from '../equations/from-omml.ts'
import { element, everyNode, type HtmlNode, isElement, isText, text } from '../tree/tree.ts'

/** Signs for private use stand around the number of a formula while the document becomes HTML. */
const [BEFORE, AFTER] = ['\u{F0000}', '\u{F0001}']
const MARKED = /\u{F0000}(\d+)\u{F0001}/u
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
  const parts: string[] = []
  let unread = 0
  let from = 0
  // Step by step, not by one expression: a begin without its end would be looked for from each of many begins anew.
  for (let found = nextFormula(unsafeXml, from); found; found = nextFormula(unsafeXml, from)) {
    parts.push(unsafeXml.slice(from, found.begin))
    from = found.end
    const tex = texOfOmml(unsafeXml.slice(found.begin, found.end))
    if (tex === null) unread++
    else parts.push(`<w:r><w:t>${BEFORE}${formulas.push({ tex, isDisplay: found.isDisplay }) - 1}${AFTER}</w:t></w:r>`)
  }
  return { xml: [...parts, unsafeXml.slice(from)].join(''), formulas, unread }
}

/** The next formula from a place on, by itself or in its paragraph; null where there is none that ends. */
function nextFormula(xml: string, from: number): { begin: number; end: number; isDisplay: boolean } | null {
  const begin = xml.indexOf('<m:oMath', from)
  if (begin < 0) return null
  const isDisplay = xml.startsWith('<m:oMathPara', begin)
  const close = isDisplay ? '</m:oMathPara>' : '</m:oMath>'
  const end = xml.indexOf(close, begin)
  return end < 0 ? null : { begin, end: end + close.length, isDisplay }
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
