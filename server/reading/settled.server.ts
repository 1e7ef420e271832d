import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import type { EditionContent } from './edition-content.server.ts'
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

/**
 * What the page of a place is made from, for one reader, as the tag of its answer: the edition, the renderer, the course
 * around it, who reads, what they have done and marked, and the day (addresses of sealed frames hold for a day). The same tag is
 * the same page, so it is known before anything is rendered. Null where a page depends on more: questions, lists of attempts.
 */
export function settledTag({ visit, place, edition, marks, course, isAuthor }: PlaceVisit, content: EditionContent, players: readonly string[], now = new Date()): string | null {
  if (!edition || !SETTLED.some((kind) => kind === place.kind)) return null
  if (content.segments.some((segment) => typeof segment === 'object' && segment.slot.startsWith('question-'))) return null
  const { person, theme, path, outline } = visit
  const made = [BUILD, course, outline.shape.passed(now), edition.document_id, edition.number, marks, person.id, person.name, person.colour, isAuthor, theme, path, players, now.toISOString().slice(0, 10)]
  return createHash('sha1').update(JSON.stringify(made)).digest('base64url')
}
