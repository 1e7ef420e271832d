import { hash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { editionContent } from './edition-content.server.ts'
import type { SafeHtml } from '../../core/tree/template.ts'
import { playersOf, questionIds, readPageOf } from './read-page.server.ts'
import type { PlaceVisit } from './visit.server.ts'

/**
 * This very program: another one may write the same page in another way. Its entry names all of its parts by their
 * hashes.
 */
const BUILD = buildId()

function buildId(): string {
  try {
    return hash('sha1', readFileSync(process.argv[1] ?? ''), 'base64url')
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
  make: () => Promise<SafeHtml>
}

/**
 * The page of a place where its tag can be told beforehand: from the edition, the renderer, the course around it, who
 * reads, what they have done and marked, and the day (addresses of sealed frames hold for a day). Null where a page
 * depends on more: questions, lists of attempts, places in a book.
 */
export async function settledPage(found: PlaceVisit, now = new Date()): Promise<SettledPage | null> {
  const { visit, place, edition, marks, course, isAuthor, isLocked } = found
  if (!edition || isLocked || !SETTLED.some((kind) => kind === place.kind)) return null
  const content = await editionContent(edition)
  if (questionIds(content).length > 0) return null
  const players = await playersOf(edition.players)
  const { person, theme, path, outline } = visit
  const made = [
    BUILD,
    course,
    outline.shape.passed(now),
    edition.document_id,
    edition.number,
    edition.renderer,
    marks,
    person.id,
    person.name,
    person.colour,
    isAuthor,
    theme,
    path,
    players,
    now.toISOString().slice(0, 10),
  ]
  return { tag: hash('sha1', JSON.stringify(made), 'base64url'), players, make: () => readPageOf(found, content, null) }
}
