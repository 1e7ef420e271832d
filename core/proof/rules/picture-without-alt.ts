import { altRepairs, repairAlt } from '../alt-repairs.ts'
import { type Place, passageOf, type Rule } from '../rule.ts'
import { isA } from '../../kinds/facts.ts'

const figure = (alt: string): string =>
  `<figure data-piece="picture" data-align="center" style="width: 100%"><img src="/files/a/480" width="480" height="300" ${alt}><figcaption></figcaption></figure>`

/** Pictures about which nobody has said anything. */
export const pictureWithoutAlt: Rule = {
  id: 'picture-without-alt',
  name: 'Picture without alternative text',
  severity: 'blocks',
  why: 'Whoever can’t see the picture, or whose connection does not load it, gets nothing in its place.',
  criterion: '1.1.1 Non-text Content',
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      if (isA(node, 'picture') && node.attrs.alt === null)
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: 'This picture has no alternative text.',
          passage: passageOf(node),
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: altRepairs,
  repair: repairAlt,
  good: [{ html: figure('alt="A wall"') }, { html: figure('alt=""') }],
  bad: [
    { html: figure('alt="" data-alt="missing"'), repair: 'decorative', repaired: figure('alt=""') },
    { html: figure('alt="" data-alt="missing"'), repair: 'words', words: 'A wall', repaired: figure('alt="A wall"') },
  ],
}
