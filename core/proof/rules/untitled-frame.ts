import { Transform } from 'prosemirror-transform'
import { kindOf } from '../../kinds/facts.ts'
import { type Place, passageOf, type Rule } from '../rule.ts'

const frame = (title: string): string =>
  `<iframe data-piece="html" title="${title}" height="240" sandbox="allow-scripts" srcdoc="x"></iframe>`

/** Frames that do not say what they hold. */
export const untitledFrame: Rule = {
  id: 'untitled-frame',
  name: 'Frame without a title',
  severity: 'blocks',
  why: 'A screen reader announces a frame by its title; without one nobody knows whether to go in.',
  criterion: '4.1.2 Name, Role, Value',
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      if (kindOf(node).isFrame && String(node.attrs.title).trim() === '')
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: 'This frame has no title.',
          passage: passageOf(node),
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: [{ id: 'words', label: 'Give it a title', asks: 'Title of the frame' }],
  repair: (page, { from }, _id, words) =>
    words.trim() === '' ? null : new Transform(page).setNodeAttribute(from, 'title', words.trim()),
  good: [{ html: frame('A gauge') }],
  bad: [{ html: frame(''), repair: 'words', words: 'A gauge', repaired: frame('A gauge') }],
}
