import { Transform } from 'prosemirror-transform'
import { headingLevel, isA } from '../../kinds/facts.ts'
import { levelBefore } from '../headings.ts'
import { type Place, passageOf, type Rule } from '../rule.ts'

/** Headings that go down by more than one level. */
export const skippedHeading: Rule = {
  id: 'skipped-heading',
  name: 'Skipped heading level',
  severity: 'right',
  why: 'Readers who listen go through a page by its headings; a missing level reads like a part that was lost.',
  criterion: '1.3.1 Info and Relationships',
  check(page) {
    const found: Place[] = []
    let last = 1
    page.descendants((node, position, parent) => {
      const level = headingLevel(node, parent)
      if (level === null) return !node.isTextblock
      if (isA(node, 'heading') && level > last + 1)
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: `“${node.textContent.slice(0, 60)}” is a heading of level ${level}, but the one before it is ${last === 1 ? 'the title of the page' : `of level ${last}`}.`,
          passage: `${last} ${passageOf(node)}`,
        })
      last = level
      return !node.isTextblock
    })
    return found
  },
  repairs: [{ id: 'level', label: 'Make it the next level' }],
  repair: (page, { from }) =>
    new Transform(page).setNodeAttribute(from, 'level', Math.min(6, levelBefore(page, from) + 1)),
  good: [
    { html: '<h2>a</h2><h3>b</h3><h4>c</h4><h2>d</h2>' },
    { html: '<h2>a</h2><div data-piece="tabs"><section><h3>t</h3><h4>b</h4></section></div>' },
  ],
  bad: [
    { html: '<h3>a</h3>', repair: 'level', repaired: '<h2>a</h2>' },
    { html: '<h2>a</h2><h4>b</h4>', repair: 'level', repaired: '<h2>a</h2>\n<h3>b</h3>' },
  ],
}
