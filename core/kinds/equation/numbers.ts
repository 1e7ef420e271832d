import type { Node } from 'prosemirror-model'
import { isA } from '../facts.ts'

/** A numbered equation of a page, at its position there. */
export interface NumberedEquation {
  readonly node: Node
  readonly position: number
  /** From 1, in the order of the page. */
  readonly number: number
}

/** How the number of an equation is written, beside it and where it is referred to (common practice). */
export const equationNumber = (number: number): string => `(${number})`

/** The numbered equations of a page in their order, as it is published: what is said to an answer is not on it. */
export function numberedEquations(page: Node): NumberedEquation[] {
  const found: NumberedEquation[] = []
  page.descendants((node, position) => {
    if (isA(node, 'displayEquation') && node.attrs.isNumbered === true)
      found.push({ node, position, number: found.length + 1 })
    return !isA(node, 'feedback') && !node.isTextblock
  })
  return found
}
