import { nanoid } from 'nanoid'
import type { Node } from 'prosemirror-model'
import type { Step } from 'prosemirror-transform'
import { type Named, namedBySteps, replaceForeign } from '../../core/document/foreign.ts'
import { type Database, pool } from '../database/pool.server.ts'
import { withOwnPictures, written } from '../questions/bank.server.ts'
import { findQuestion, insertQuestion } from '../questions/queries.server.ts'
import { mayTake, ownItems } from '../shelf/copy.server.ts'

/** What steps bring into a page of a course and that is not that course's to show. */
export interface Foreign extends Named {
  readonly courseId: string
}

/**
 * What steps bring into a document that belongs to another course, or that a student handed in; null when nothing does.
 */
export async function foreignIn(documentId: string, steps: readonly Step[]): Promise<Foreign | null> {
  const { items, questions } = namedBySteps(steps)
  if (items.length + questions.length === 0) return null
  const { rows } = await pool.query<Foreign>(
    `select d.course_id as "courseId", array(select id from shelf_items
      where id = any($2::text[]) and (course_id <> d.course_id or is_contribution)) as items,
       array(select id from questions where id = any($3::text[]) and course_id <> d.course_id) as questions
     from documents d where d.id = $1::text`,
    [documentId, items, questions],
  )
  const found = rows[0]
  return found && found.items.length + found.questions.length > 0 ? found : null
}

/** How many of these belong to another course, or to a student's work. */
export async function countForeign(
  db: Database,
  courseId: string,
  items: readonly string[],
  questions: readonly string[],
): Promise<number> {
  const { rows } = await db.query<{ count: number }>(
    `select (select count(*) from shelf_items where id = any($2::text[]) and (course_id <> $1::text or is_contribution))::int
       + (select count(*) from questions where id = any($3::text[]) and course_id <> $1::text)::int as count`,
    [courseId, items, questions],
  )
  return rows[0]!.count
}

/** What became of them: steps to follow, and a sentence for the writer about what could not come along. */
export interface Settled {
  readonly steps: readonly Step[]
  readonly note: string | null
}

/**
 * Puts this course's own in the place of what belongs to another: an author of both gets a copy, on this course's shelf
 * or in its bank. What they may not take is left out: nobody brings out of a course what is not theirs to show.
 */
export async function settleForeign(
  db: Database,
  personId: string,
  page: Node,
  { courseId, items, questions }: Foreign,
): Promise<Settled> {
  const own = {
    items: await ownItems(db, courseId, personId, items),
    questions: await ownQuestions(db, courseId, personId, questions),
  }
  return { steps: replaceForeign(page, own), note: noteOf(leftOut(own.items), leftOut(own.questions)) }
}

const leftOut = (own: ReadonlyMap<string, unknown>): number => [...own.values()].filter((each) => each === null).length

/**
 * What stands in a course for questions of other banks: a copy, in no folder, for whoever writes in both courses, else
 * null.
 */
async function ownQuestions(
  db: Database,
  courseId: string,
  personId: string,
  questions: readonly string[],
): Promise<Map<string, string | null>> {
  const own = new Map<string, string | null>(questions.map((id) => [id, null]))
  const { rows } = await db.query(
    `select q.id, q.course_id as "courseId", p.is_manager as "isManager", m.role
     from questions q cross join people p left join memberships m on m.course_id = q.course_id and m.person_id = p.id
       where q.id = any($1::text[]) and p.id = $2::text`,
    [questions, personId],
  )
  for (const { id, courseId: fromCourseId } of mayTake(rows)) {
    const question = await findQuestion(db, fromCourseId, id)
    if (!question) continue
    const copy = nanoid(12)
    await insertQuestion(
      db,
      courseId,
      null,
      personId,
      written(copy, question.title, await withOwnPictures(db, courseId, personId, question.content)),
    )
    own.set(id, copy)
  }
  return own
}

function noteOf(items: number, questions: number): string | null {
  const sentences = [
    ...(items > 0
      ? [
          `${items === 1 ? 'A picture was' : `${items} pictures were`} left out, because ${items === 1 ? 'it belongs' : 'they belong'} to a course that you don’t write, or to a student’s work. The alternative text stands there instead.`,
        ]
      : []),
    ...(questions > 0
      ? [
          `${questions === 1 ? 'A question was' : `${questions} questions were`} left out, because ${questions === 1 ? 'it belongs' : 'they belong'} to a course that you don’t write. Choose another in the side desk.`,
        ]
      : []),
  ]
  return sentences.length > 0 ? sentences.join(' ') : null
}
