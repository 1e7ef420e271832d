import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { isOpened } from '../../core/plan/kinds.ts'
import { allowedOrigins } from '../embeds/allowed.server.ts'
import { type EditionContent, editionContent } from './edition-content.server.ts'
import type { SafeHtml } from './html.server.ts'
import { readerMarks } from './marks.server.ts'
import { pagePage } from './room.server.ts'
import { type Said, slotFiller } from './slots.server.ts'
import { afterText, changesHref, factsOf } from './views.server.ts'
import type { PlaceVisit } from './visit.server.ts'

/** This very program: another one may write the same page in another way. Its entry names all of its parts by their hashes. */
const BUILD = buildId()

function buildId(): string {
  try {
    return createHash('sha1').update(readFileSync(process.argv[1] ?? '')).digest('base64url')
  } catch {
    return String(Date.now())
  }
}

/** Kinds whose page says nothing that is not named in their tag. */
const SETTLED = ['page', 'chapter', 'link'] as const

/** A page whose tag is known before it is made. */
export interface SettledPage {
  /** Names all that the page is made from, for one reader: the same tag is the same page. */
  readonly tag: string
  readonly players: readonly string[]
  make(): Promise<SafeHtml>
}

/**
 * The page of a place where its tag can be told beforehand: from the edition, the renderer, the course around it, who reads,
 * what they have done and marked, and the day (addresses of sealed frames hold for a day). Null where a page depends on
 * more: questions, lists of attempts, places in a book.
 */
export async function settledPage(found: PlaceVisit, now = new Date()): Promise<SettledPage | null> {
  const { visit, place, edition, marks, course, isAuthor, isShut } = found
  if (!edition || isShut || !SETTLED.some((kind) => kind === place.kind)) return null
  const content = await editionContent(edition)
  if (questionIds(content).length > 0) return null
  const players = await playersOf(edition.players)
  const { person, theme, path, outline } = visit
  const made = [BUILD, course, outline.shape.passed(now), edition.document_id, edition.number, marks, person.id, person.name, person.colour, isAuthor, theme, path, players, now.toISOString().slice(0, 10)]
  return { tag: createHash('sha1').update(JSON.stringify(made)).digest('base64url'), players, make: () => readPageOf(found, content, null) }
}

/** The questions of the bank that stand in a page. */
export const questionIds = ({ segments }: EditionContent): string[] => segments.flatMap((segment) => (typeof segment === 'object' && segment.slot.startsWith('question-') ? [segment.slot.slice(9)] : []))

/** Which hosts a page may frame: those whose players its edition shows (null: it was not noted, or others stand in it too), of those that are allowed. */
export async function playersOf(shown: readonly string[] | null): Promise<string[]> {
  if (shown?.length === 0) return []
  return (await allowedOrigins()).filter((origin) => shown?.includes(origin) ?? true)
}

/** What is read at a place, with what was said to an answer just given, and what its kind has under the text. */
export async function readPageOf(found: PlaceVisit, content: EditionContent, said: Said | null, more: { readonly questions?: ReadonlyMap<string, SafeHtml>; readonly after?: SafeHtml } = {}): Promise<SafeHtml> {
  const { visit, place, edition, marks } = found
  const fill = edition ? await slotFiller({ documentId: edition.document_id, edition: edition.number }, said, more.questions) : () => ''
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
