import type { Node } from 'prosemirror-model'
import { passageFromJson } from '../document/passage.ts'
import { readFormula } from '../formulas/formula.ts'
import { showNumber } from './numbers.ts'
import type { Values } from './versions.ts'
import { isA } from '../kinds/facts.ts'

/** A text of a question with its values as numbers, for one student. What has no number shows “?”. */
export function fillValues(passage: Node, values: Values, language: string): Node {
  if (isA(passage, 'value')) {
    const read = readFormula(String(passage.attrs.formula))
    const number = read.ok ? read.formula.valueOf(values) : NaN
    return passage.type.schema.text(
      showNumber(number, passage.attrs.decimals as number | null, language),
      passage.marks,
    )
  }
  if (passage.isLeaf) return passage
  const children: Node[] = []
  passage.forEach((child) => children.push(fillValues(child, values, language)))
  return passage.type.create(passage.attrs, children, passage.marks)
}

/** The same from JSON of a passage that was checked when it came in. */
export function filledPassage(json: object, values: Values, language: string): Node {
  return fillValues(passageFromJson(json), values, language)
}

/** The formulas of values in a text. */
export function formulasIn(passage: Node): string[] {
  const found: string[] = []
  passage.descendants((node) => {
    if (isA(node, 'value')) found.push(String(node.attrs.formula))
    return true
  })
  return found
}
