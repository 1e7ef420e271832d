import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { levelBefore } from '../headings.ts'
import { type Place, type Rule } from '../rule.ts'
import { isA, markOn } from '../../kinds/facts.ts'

const MOST = 80

/** A short paragraph, all of it strong, without an end of sentence, with words after it. */
function looksLikeHeading(node: Node, next: Node | null): boolean {
  if (!isA(node, 'paragraph') || node.content.size === 0 || node.content.size > MOST || !next || isA(next, 'heading'))
    return false
  if (/[.,;!?]\s*$/.test(node.textContent) || node.textContent.trim() === '') return false
  return node.children.every(
    (inline) => inline.isText && (markOn(inline, 'strong') !== undefined || inline.text!.trim() === ''),
  )
}

/** Headings that are only bold words. */
export const fakedHeading: Rule = {
  id: 'faked-heading',
  name: 'Heading made of bold words',
  severity: 'right',
  why: 'Who listens to the page, or goes through it by its headings, does not find this part; nor can anything link to it.',
  criterion: '1.3.1 Info and Relationships',
  check(page) {
    const found: Place[] = []
    const look = (parent: Node, start: number): void =>
      parent.forEach((node, offset, index) => {
        if (looksLikeHeading(node, parent.maybeChild(index + 1)))
          found.push({
            from: start + offset,
            to: start + offset + node.nodeSize,
            message: `“${node.textContent}” looks like a heading, but is a bold paragraph.`,
            passage: node.textContent,
          })
      })
    look(page, 0)
    page.descendants((node, position) => {
      if (isA(node, 'part', 'column', 'box', 'aside', 'callOut', 'snippet')) look(node, position + 1)
      return !node.isTextblock
    })
    return found.sort((a, b) => a.from - b.from)
  },
  repairs: [{ id: 'heading', label: 'Make it a heading' }],
  repair(page, { from, to }) {
    const { strong } = page.type.schema.marks
    const transform = new Transform(page).removeMark(from, to, strong)
    // Beside a heading of the page it is one of the same level; under the title alone, of the second.
    return transform.setBlockType(from, to, page.type.schema.nodes.heading!, {
      level: Math.max(2, levelBefore(page, from)),
    })
  },
  good: [
    { html: '<p><b>Never lift alone.</b></p><p>a</p>' },
    { html: '<p><b>a</b> b</p><p>c</p>' },
    { html: '<p><b>Last</b></p>' },
  ],
  bad: [
    {
      html: '<p><b>Where the water goes</b></p><p>a</p>',
      repair: 'heading',
      repaired: '<h2>Where the water goes</h2>\n<p>a</p>',
    },
    {
      html: '<h3>a</h3><p>b</p><p><b>Then <i>this</i></b></p><p>c</p>',
      repair: 'heading',
      repaired: '<h3>a</h3>\n<p>b</p>\n<h3>Then <em>this</em></h3>\n<p>c</p>',
    },
  ],
}
