import type { Element } from 'hast'
import type { Parents, PhrasingContent } from 'mdast'
import type { InlineMath, Math } from 'mdast-util-math'
import type { Handler as ToHtml } from 'mdast-util-to-hast'
import type { Handle as ToMarkdown } from 'hast-util-to-mdast'

/*
 * Formulas between dollar signs in Markdown, as many programs write them (common practice), to and from what the source
 * of a page has for them.
 */
const equation = (tagName: 'span' | 'div', tex: string): Element => ({
  type: 'element',
  tagName,
  properties: { dataPiece: 'equation' },
  children: [{ type: 'text', value: tex }],
})

/**
 * A dollar is money, and opens no formula, where a space follows it or stands before the one that would close it, or
 * where a digit follows that (common practice; pandoc's manual, “Math”).
 */
function isMoney({ value }: InlineMath, parent: Parents | undefined, node: InlineMath): boolean {
  const next = parent?.children[parent.children.indexOf(node as never) + 1] as PhrasingContent | undefined
  return /^\s|\s$/.test(value) || (next?.type === 'text' && /^\d/.test(next.value))
}

/** From Markdown to HTML. */
export const mathToHtml: Readonly<Record<'inlineMath' | 'math', ToHtml>> = {
  inlineMath: (_state, node: InlineMath, parent) =>
    isMoney(node, parent, node) ? { type: 'text', value: `$${node.value}$` } : equation('span', node.value),
  math: (_state, node: Math) => equation('div', node.value),
}

const texOf = (node: Element): string | null => {
  const [only] = node.children
  return node.properties.dataPiece === 'equation' && Object.keys(node.properties).length === 1 && only?.type === 'text'
    ? only.value
    : null
}

/** From HTML to Markdown. */
export const mathToMarkdown: Readonly<Record<'span' | 'div', ToMarkdown>> = {
  span: (state, node: Element) => {
    const tex = texOf(node)
    return tex === null ? state.all(node) : ({ type: 'inlineMath', value: tex } as never)
  },
  div: (state, node: Element) => {
    const tex = texOf(node)
    return tex === null ? state.all(node) : ({ type: 'math', value: tex } as never)
  },
}
