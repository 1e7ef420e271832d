import { attribute, everyElement, type HtmlNode } from '../tree/tree.ts'
import { pathFrom } from './archive.ts'

/**
 * Links from file to file of an archive lead from text to text: to the id that `ids` has for a path, at the same place.
 */
export function relink(nodes: readonly HtmlNode[], path: string, ids: ReadonlyMap<string, string>): void {
  for (const element of everyElement(nodes)) {
    const href = element.tagName === 'a' ? attribute(element, 'href') : undefined
    const id = href === undefined || href.startsWith('#') ? undefined : ids.get(pathFrom(path, href) ?? '')
    if (id !== undefined)
      for (const attr of element.attrs) if (attr.name === 'href') attr.value = id + (/#.*$/.exec(attr.value)?.[0] ?? '')
  }
}
