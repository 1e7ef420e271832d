import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { isA, markOn } from '../../kinds/facts.ts'
import type { Place, Rule } from '../rule.ts'

const leadsSomewhere = (label: Node): boolean => label.children.some((words) => markOn(words, 'link') !== undefined)

/** Buttons whose words have no link: students press them, and nothing happens. */
export const deadButton: Rule = {
  id: 'dead-button',
  name: 'Button that leads nowhere',
  severity: 'blocks',
  why: 'Students press it and nothing happens; they don’t know whether the page is broken or they have done something wrong.',
  criterion: null,
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      if (isA(node, 'buttonLabel') && !leadsSomewhere(node))
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: node.content.size > 0 ? `The button “${node.textContent}” leads nowhere.` : 'A button has no words.',
          passage: node.textContent,
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: [{ id: 'words', label: 'Take the button away, keep its words' }],
  repair(page, { from }) {
    const $label = page.resolve(from)
    const [entry, piece] = [$label.node(), $label.node($label.depth - 1)]
    const paragraph = page.type.schema.nodes.paragraph!
    const words = entry.children
      .filter((line) => line.content.size > 0)
      .map((line) => paragraph.create(null, line.content))
    const [start, end] = [$label.before($label.depth - 1), $label.after($label.depth - 1)]
    const transform = new Transform(page)
    if (piece.childCount === 1) return transform.replaceWith(start, end, words.length > 0 ? words : paragraph.create())
    if (words.length > 0) transform.insert(end, words)
    return transform.delete($label.before(), $label.after())
  },
  good: [
    {
      html: '<ul data-piece="buttons"><li><p data-part="label"><a href="https://weather.example/">Weather</a></p></li></ul>',
    },
  ],
  bad: [
    {
      html: '<ul data-piece="buttons"><li><p data-part="label">Weather</p><p data-part="note">Look first.</p></li></ul>',
      repair: 'words',
      repaired: '<p>Weather</p>\n<p>Look first.</p>',
    },
    {
      html: '<ul data-piece="buttons" data-layout="row"><li><p data-part="label"></p></li><li><p data-part="label"><a href="https://weather.example/">Weather</a></p></li></ul>',
      repair: 'words',
      repaired:
        '<ul data-piece="buttons" data-layout="row"><li><p data-part="label"><a href="https://weather.example/">Weather</a></p></li></ul>',
    },
  ],
}
