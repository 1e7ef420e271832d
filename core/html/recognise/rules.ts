import { attribute, declarations, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { isBlank, standIn } from './walk.ts'

const LINE = /^border-(top|bottom|block-start|block-end)$/

/** An empty block with a line on one side alone, as rules are drawn by hand. */
export const rulesByHand: Recogniser = {
  name: 'rules',
  recognise(siblings, index) {
    const block = siblings[index]!
    if (!isElement(block) || block.tagName !== 'div' || !block.childNodes.every(isBlank)) return null
    const lines = [...declarations(block)].filter(([name]) => LINE.test(name))
    const [line] = lines
    if (!line || lines.length > 1 || /^(0|none)/.test(line[1])) return null
    const width = declarations(block).get('width')
    const style = [`border-top: ${line[1]}`, ...(width ? [`width: ${width}`] : [])].join('; ')
    const id = attribute(block, 'id')
    return {
      count: 1,
      replacement: standIn('hr', { ...(id ? { id } : {}), style }, [], block),
      message: 'An empty block with a line became a rule.',
    }
  },
}
