import { common, createLowlight } from 'lowlight'
import { attribute, element, everyElement, type HtmlNode, text, textOf } from '../tree/tree.ts'

type Highlighted = ReturnType<ReturnType<typeof createLowlight>['highlight']>['children'][number]

const lowlight = createLowlight(common)
/** Longer than this, colours are left away: what is highlighted goes over it again and again. */
const MOST_CHARACTERS = 20_000

/** Gives the words of programs their colours, by classes: what is preformatted in a language that is known. */
export function highlight(nodes: readonly HtmlNode[]): void {
  for (const code of everyElement(nodes)) {
    if (code.tagName !== 'code') continue
    const language = /^language-(.+)$/.exec(attribute(code, 'class') ?? '')?.[1]
    const words = textOf(code)
    if (language === undefined || !lowlight.registered(language) || words.length > MOST_CHARACTERS) continue
    code.childNodes = lowlight.highlight(language, words).children.flatMap(written)
  }
}

function written(node: Highlighted): HtmlNode[] {
  if (node.type === 'text') return [text(node.value)]
  if (node.type !== 'element') return []
  return [element('span', { class: [node.properties.className].flat().join(' ') }, node.children.flatMap(written))]
}
