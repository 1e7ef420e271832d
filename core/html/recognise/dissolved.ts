import { declarations, everyElement, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import { attributesLeftOut } from '../attributes-left-out.ts'
import type { ReadReport } from '../report.ts'
import type { Recognised, Recogniser } from './recogniser.ts'

/** So many elements of one piece are asked about; of the others it is told how many there were. */
const MOST_ASKED = 60

/**
 * Tells what the elements said that are no more once a piece has been put in their place, where nothing was made of it:
 * what the recogniser makes without it is the same. Gives back what it makes.
 */
export function tellDissolved(
  { recognise }: Recogniser,
  siblings: readonly HtmlNode[],
  index: number,
  made: Recognised,
  report: ReadReport,
): Recognised {
  const kept = new Map([...everyElement([made.replacement])].map((each, at) => [each, at]))
  const gone = [...everyElement(siblings.slice(index, index + made.count))].filter(
    (each) => !kept.has(each) && each.attrs.length > 0,
  )
  if (gone.length === 0) return made
  const makes = (): string => {
    const again = recognise(siblings, index)
    return again ? JSON.stringify([again.count, shellsOf(again.replacement, kept)]) : ''
  }
  for (const each of gone.slice(0, MOST_ASKED)) {
    const { attrs } = each
    const without = (other: HtmlElement): string => {
      each.attrs = other.attrs
      const shells = makes()
      each.attrs = attrs
      return shells
    }
    const asked = { ...each, attrs: shown(each) }
    const all = {
      understands: asked.attrs.map(({ name }) => name),
      styles: [...declarations(asked).keys()],
      made: without,
    }
    for (const words of attributesLeftOut(asked, { ...all, isLine: true, isAsked: true }))
      report.add('left out', words, each.sourceCodeLocation)
  }
  if (gone.length > MOST_ASKED)
    report.add(
      'left out',
      `What ${gone.length - MOST_ASKED} more parts of it say besides their words was left out.`,
      gone[MOST_ASKED]!.sourceCodeLocation,
    )
  // Asked again at last: what it makes is what its nodes stand in.
  return recognise(siblings, index) ?? made
}

/** What elements say without being hidden: parts of a piece that folds are. */
function shown(element: HtmlElement): HtmlElement['attrs'] {
  return element.attrs.flatMap((each) => {
    if (each.name === 'hidden' || each.name === 'aria-hidden') return []
    if (each.name !== 'style') return [each]
    const value = each.value.replace(/(^|;)\s*display\s*:\s*none\s*(?=;|$)/i, '')
    return value.trim() === '' ? [] : [{ name: 'style', value }]
  })
}

/** What a recogniser has put together, around the elements that it has taken over as they were. */
function shellsOf(node: HtmlNode, kept: ReadonlyMap<HtmlElement, number>): unknown {
  if (!isElement(node)) return node.nodeName
  return kept.get(node) ?? [node.tagName, node.attrs, node.childNodes.map((child) => shellsOf(child, kept))]
}
