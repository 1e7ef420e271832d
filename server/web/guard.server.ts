import { data, redirect } from 'react-router'
import { may, type Right } from '../../core/access/access.ts'
import { identifier } from '../../core/document/wire.ts'
import { type Course, findCourse, findCourseOfDocument } from '../courses/queries.server.ts'
import { pool } from '../database/pool.server.ts'
import type { Person } from '../people/queries.server.ts'
import type { RequestContext } from './load-context.server.ts'

/** Why a request was not answered; error pages put it into words. */
export type Failure = 'database' | 'full' | 'no such place' | 'no right' | 'signed out' | 'deleted'

export function failure(reason: Failure, status: number): never {
  throw data({ reason }, { status })
}

/**
 * The person who is signed in. For pages, others are sent to sign in and come back; for data (`isData`) they get 401.
 */
export function requirePerson(context: RequestContext, request: { readonly url: string }, isData = false): Person {
  if (context.isDatabaseDown) failure('database', 503)
  if (context.person) return context.person
  if (isData) failure('signed out', 401)
  const { pathname, search } = new URL(request.url)
  throw redirect(`/sign-in?to=${encodeURIComponent(pathname + search)}`)
}

/** The course, if the person has this right in it. A course one may not see does not exist. */
export async function requireCourse(
  context: RequestContext,
  request: Request,
  courseId: string,
  right: Right,
  isData = false,
): Promise<{ person: Person; course: Course }> {
  const person = requirePerson(context, request, isData)
  if (!identifier.safeParse(courseId).success) failure('no such place', 404)
  return admitted(person, await findCourse(pool, courseId, person.id), right)
}

/**
 * The course of a document, if the person may write in it. Whoever could write in one that was deleted is told so
 * (410).
 */
export async function requireDocument(
  context: RequestContext,
  request: Request,
  documentId: string,
): Promise<{ person: Person; course: Course }> {
  const person = requirePerson(context, request, true)
  if (!identifier.safeParse(documentId).success) failure('no such place', 404)
  const found = await findCourseOfDocument(pool, documentId, person.id)
  const admission = admitted(person, found, 'write')
  if (found?.isDocumentDeleted) failure('deleted', 410)
  return admission
}

function admitted(person: Person, course: Course | null, right: Right): { person: Person; course: Course } {
  if (!course) failure('no such place', 404)
  const asker = { isManager: person.isManager, role: course.role }
  if (may(asker, right)) return { person, course }
  // Whoever may read knows that the course exists; for all others it does not.
  failure(may(asker, 'read') ? 'no right' : 'no such place', may(asker, 'read') ? 403 : 404)
}
