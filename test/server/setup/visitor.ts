import { sayIn } from '../../../core/words/say.ts'
import type { PlaceVisit } from '../../../server/reading/visit.server.ts'
import type { Participant } from '../../../server/discussions/discussion.server.ts'

/** Somebody of the test school at an entry of the course, as the server's functions take whoever writes there. */
export async function visitor(personId: string, entryId: string): Promise<Participant> {
  const { pool } = await import('../../../server/database/pool.server.ts')
  const { outlineOf } = await import('../../../server/reading/shapes.server.ts')
  const { findEntryToRead } = await import('../../../server/reading/queries.server.ts')
  const { participant } = await import('../../../server/discussions/participant.server.ts')
  const course = (await findEntryToRead(pool, 'course', entryId, personId))!
  const place = (await outlineOf(course)).find(entryId)!
  return participant({
    course,
    place,
    person: { id: personId, name: `Test ${personId}`, email: '', isManager: false, colour: '#000000' },
    edition: course.edition,
    marks: course.marks,
    visit: { say: sayIn('en') } as PlaceVisit['visit'],
    isLocked: false,
    isAuthor: course.role === 'author',
  })
}
