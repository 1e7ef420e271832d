import { isOpened } from '../../core/plan/kinds.ts'
import { allowedOrigins } from '../embeds/allowed.server.ts'
import type { EditionContent } from './edition-content.server.ts'
import type { SafeHtml } from '../../core/tree/template.ts'
import { readerMarks } from './marks.server.ts'
import { pagePage } from './room.server.ts'
import { type Said, slotFiller } from './slots.server.ts'
import { afterText, changesHref, factsOf } from './views.server.ts'
import type { PlaceVisit } from './visit.server.ts'

/** The questions of the bank that stand in a page. */
export const questionIds = ({ segments }: EditionContent): string[] =>
  segments.flatMap((segment) =>
    typeof segment === 'object' && segment.slot.startsWith('question-') ? [segment.slot.slice(9)] : [],
  )

/**
 * Which hosts a page may frame: those whose players its edition shows (null: it was not noted, or others stand in it
 * too), of those that are allowed.
 */
export async function playersOf(shown: readonly string[] | null): Promise<string[]> {
  if (shown?.length === 0) return []
  return (await allowedOrigins()).filter((origin) => shown?.includes(origin) ?? true)
}

/** What is read at a place, with what was said to an answer just given, and what its kind has under the text. */
export async function readPageOf(
  found: PlaceVisit,
  content: EditionContent,
  said: Said | null,
  more: { readonly questions?: ReadonlyMap<string, SafeHtml>; readonly after?: SafeHtml } = {},
): Promise<SafeHtml> {
  const { visit, place, edition, marks } = found
  const fill = edition
    ? await slotFiller({ documentId: edition.document_id, edition: edition.number }, visit.say, said, more.questions)
    : () => ''
  return pagePage(visit, place, {
    title: edition?.title ?? place.title,
    ...content,
    facts: factsOf(visit, place, edition),
    changes: changesHref(visit, place, edition),
    fill,
    after: more.after ?? (await afterText(visit, place)),
    beside: edition && isOpened(place.kind) ? readerMarks(visit, place, marks) : null,
  })
}
