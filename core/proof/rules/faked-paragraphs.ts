import { Fragment, type Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { type Place, type Rule } from '../rule.ts'
import { isA } from '../../kinds/facts.ts'

/** The parts of a paragraph between double line breaks. */
function partsOf(paragraph: Node): Node[][] {
  const parts: Node[][] = [[]]
  let breaks: Node[] = []
  paragraph.forEach((node) => {
    if (isA(node, 'lineBreak')) {
      breaks.push(node)
      return
    }
    if (breaks.length > 1) parts.push([])
    else parts.at(-1)!.push(...breaks)
    breaks = []
    parts.at(-1)!.push(node)
  })
  return parts.filter((part) => part.length > 0)
}

/** Paragraphs that are one paragraph with empty lines typed into it. */
export const fakedParagraphs: Rule = {
  id: 'faked-paragraphs',
  name: 'Paragraphs made of line breaks',
  severity: 'look',
  why: 'What looks like several paragraphs is read as one; space between real ones also fits the reader’s own settings.',
  criterion: '1.3.1 Info and Relationships',
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      if (isA(node, 'paragraph')) {
        const parts = partsOf(node)
        if (parts.length > 1)
          found.push({
            from: position,
            to: position + node.nodeSize,
            message: `This looks like ${parts.length} paragraphs, but is one with empty lines in it.`,
            passage: node.textContent,
          })
      }
      return !node.isTextblock
    })
    return found
  },
  repairs: [{ id: 'split', label: 'Make them paragraphs' }],
  repair(page, { from, to }) {
    const node = page.nodeAt(from)
    if (!node) return null
    return new Transform(page).replaceWith(
      from,
      to,
      partsOf(node).map((part) => node.type.create(null, Fragment.from(part))),
    )
  },
  good: [{ html: '<p>a<br>b</p><p>c</p>' }],
  bad: [
    {
      html: '<p>a <b>x</b><br><br>b<br>c<br><br><br>d</p>',
      repair: 'split',
      repaired: '<p>a <strong>x</strong></p>\n<p>b<br>c</p>\n<p>d</p>',
    },
  ],
}
