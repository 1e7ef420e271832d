import type { Node } from 'prosemirror-model'
import { mapShelfItems, shelfItemsOf } from '../../core/document/shelf-items.ts'
import type { DeclaredBlank } from '../../core/templates/declared.ts'
import { blanksAsked } from '../../core/templates/fill.ts'
import { forOtherCourse } from '../../core/templates/other-course.ts'
import type { Database } from '../database/pool.server.ts'
import { copyShelfItems, type Journey } from '../shelf/copy.server.ts'

/** What a template or snippet holds, as a course can have it. */
export interface BroughtAlong {
  readonly page: Node
  /** All that it asks for; a picture that is asked for by the item that stands for it there. */
  readonly blanks: readonly DeclaredBlank[]
  /** What did not come along, as sentences. */
  readonly notes: readonly string[]
}

/** Brings what a template or snippet holds into a course: from whatever course it is, its pictures come along. */
export async function broughtAlong(
  db: Database,
  journey: Journey,
  held: Node,
  declared: readonly DeclaredBlank[],
): Promise<BroughtAlong> {
  if (journey.fromCourseId === journey.courseId) return { page: held, blanks: blanksAsked(held, declared), notes: [] }
  const moved = forOtherCourse(held)
  const copies = await copyShelfItems(db, journey, shelfItemsOf(moved.page))
  const page = mapShelfItems(moved.page, (item) => copies.get(item) ?? null)
  return { page, blanks: blanksAsked(page, withItems(declared, copies)), notes: moved.notes }
}

/** Blanks that ask for pictures, by the items that stand for these elsewhere. */
export const withItems = (
  blanks: readonly DeclaredBlank[],
  items: ReadonlyMap<string, { readonly item: string }>,
): DeclaredBlank[] =>
  blanks.map((blank) =>
    blank.type === 'picture' ? { ...blank, example: items.get(blank.example)?.item ?? blank.example } : blank,
  )
