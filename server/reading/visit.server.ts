import type { ReadRequest } from './answer.server.ts'
import { may } from '../../core/access/access.ts'
import { pool } from '../database/pool.server.ts'
import type { Person } from '../people/queries.server.ts'
import { requirePerson } from '../web/guard.server.ts'
import type { RequestContext } from '../web/load-context.server.ts'
import { readingAddress } from '../../core/links/own-links.ts'
import { sayIn } from '../../core/words/say.ts'
import { themeOf } from '../web/theme.server.ts'
import type { Visit } from './frame.server.ts'
import type { Place } from '../../core/reading/outline.ts'
import {
  type CourseToRead,
  type EditionToRead,
  findCourseToRead,
  findEntryToRead,
  type ReaderMarks,
} from './queries.server.ts'
import { outlineOf } from './shapes.server.ts'
import { readingTrouble } from './trouble.server.ts'

/** A visit to one place: what is read there, and whether it may be opened yet. */
export interface PlaceVisit {
  readonly visit: Visit
  readonly place: Place
  readonly edition: EditionToRead | null
  readonly marks: ReaderMarks
  readonly course: CourseToRead
  readonly person: Person
  /** Whoever writes the course reads everything that is published at any time. */
  readonly isLocked: boolean
  readonly isAuthor: boolean
}

async function visitOf(request: ReadRequest, course: CourseToRead, person: Person): Promise<Visit> {
  const path = request.url.slice(request.url.indexOf('/', request.url.indexOf('//') + 2))
  return {
    course,
    person,
    outline: await outlineOf(course),
    say: sayIn(course.language),
    theme: themeOf(request),
    path,
    isPreview: false,
    href: (id) => readingAddress(course.course_id, id),
  }
}

const mayRead = (person: Person, course: CourseToRead, right: 'read' | 'write' = 'read'): boolean =>
  may({ isManager: person.isManager, role: course.role }, right)

/** The course for whoever may read it; else an answer that says why not. */
export async function visitCourse(
  request: ReadRequest,
  context: RequestContext,
  courseId: string,
): Promise<{ visit: Visit; person: Person; isAuthor: boolean } | Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  const person = requirePerson(context, request)
  const course = await findCourseToRead(pool, courseId, person.id)
  if (!course || !mayRead(person, course)) return readingTrouble(request, context, 'no such place')
  return { visit: await visitOf(request, course, person), person, isAuthor: mayRead(person, course, 'write') }
}

/** A place of the course for whoever may read it; else an answer that says why not. */
export async function visitPlace(
  request: ReadRequest,
  context: RequestContext,
  courseId: string,
  entryId: string,
): Promise<PlaceVisit | Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  if (context.visited?.place.id === entryId && context.visited.course.course_id === courseId) return context.visited
  const person = requirePerson(context, request)
  const found = await findEntryToRead(pool, courseId, entryId, person.id)
  if (!found || !mayRead(person, found)) return readingTrouble(request, context, 'no such place')
  const visit = await visitOf(request, found, person)
  const place = visit.outline.find(entryId)
  if (!place) return readingTrouble(request, context, 'no such place')
  const isAuthor = mayRead(person, found, 'write')
  return {
    visit,
    place,
    edition: found.edition,
    marks: found.marks,
    course: found,
    person,
    isLocked: place.standing.locked !== null && !isAuthor,
    isAuthor,
  }
}
