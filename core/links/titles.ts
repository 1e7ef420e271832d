import type { Node } from 'prosemirror-model'
import type { Place } from '../replace/places.ts'
import { linksOf } from './links-of.ts'
import { ownTarget } from './own-links.ts'

/**
 * Links of a page whose words are the title that something had, with the title that it has now; of these links those
 * that lead there. Who chose other words keeps them. In order, as `replaceWords` takes them.
 */
export function linksTitled(page: Node, before: string, now: string, leadsThere: (href: string) => boolean): Place[] {
  const [old, fresh] = [before.trim(), now.trim()]
  if (old === '' || fresh === '' || old === fresh) return []
  return linksOf(page).flatMap(({ from, to, words, href }) => {
    // Where something that is no letter stands among the words, it would go with them.
    if (words.trim() !== old || to - from !== words.length || !leadsThere(href)) return []
    const start = from + words.indexOf(old)
    return [{ from: start, to: start + old.length, put: fresh }]
  })
}

/** The same of links to an entry of the course, or to a place in it. */
export const linksWithTitle = (page: Node, entryId: string, before: string, now: string): Place[] =>
  linksTitled(page, before, now, (href) => ownTarget(href)?.id === entryId)
