import { nameSaysNothing } from '../../media/pictures.ts'
import { altRepairs, repairAlt } from '../alt-repairs.ts'
import { type Place, passageOf, type Rule } from '../rule.ts'
import { isA } from '../../kinds/facts.ts'

const figure = (alt: string): string =>
  `<figure data-piece="picture" data-align="center" style="width: 100%"><img src="/files/a/480" width="480" height="300" alt="${alt}"><figcaption></figcaption></figure>`
const OPENING = /^(an? )?(image|picture|photo|photograph|graphic) (of|showing) /i

/** Alternative texts that are a file’s name, or tell only that there is a picture. */
export const altSaysNothing: Rule = {
  id: 'alt-says-nothing',
  name: 'Alternative text that says nothing',
  severity: 'right',
  why: 'A screen reader reads it aloud in the place of the picture; the name of a file tells nobody what there is to see.',
  criterion: '1.1.1 Non-text Content',
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      const alt = isA(node, 'picture') ? (node.attrs.alt as string | null) : null
      if (alt && nameSaysNothing(alt))
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: `“${alt}” does not say what the picture shows.`,
          passage: passageOf(node),
        })
      else if (alt && OPENING.test(alt))
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: `“${OPENING.exec(alt)?.[0].trim()} …”: that it is a picture is said by itself.`,
          passage: passageOf(node),
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: altRepairs,
  repair: repairAlt,
  good: [{ html: figure('A wall on a slope') }, { html: figure('Photography class') }],
  bad: [
    { html: figure('IMG_2041.jpg'), repair: 'decorative', repaired: figure('') },
    { html: figure('picture 3'), repair: 'words', words: ' A wall ', repaired: figure('A wall') },
    { html: figure('Image of a wall'), repair: 'words', words: 'A wall', repaired: figure('A wall') },
  ],
}
