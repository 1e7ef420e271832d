import { may } from '../../core/access/access.ts'
import type { PlaceVisit } from '../reading/visit.server.ts'
import type { Participant } from './discussion.server.ts'

/** Somebody who visits an item, as one who may write under it. */
export function participant({ person, place, course, isAuthor, visit }: PlaceVisit): Participant {
  const asker = { isManager: person.isManager, role: course.role }
  return {
    personId: person.id,
    name: person.name,
    courseId: course.course_id,
    place,
    mayTakePart: may(asker, 'take part'),
    isAuthor,
    say: visit.say,
  }
}
