import { shortened } from '../../core/tree/shortened.ts'
import { type Database, transaction } from '../database/pool.server.ts'
import { tell } from '../notices/tell.server.ts'
import { updateMissing, upsertVote } from './queries.server.ts'
import type { PlaceVisit } from './visit.server.ts'

type Voter = Pick<PlaceVisit, 'place' | 'person' | 'visit'>

/** Keeps whether a page helped. Authors are told of “no”, not of whom: it is the page that is to become better. */
export async function sayWhetherHelped(who: Voter, didHelp: boolean): Promise<void> {
  const { place, person, visit } = who
  await transaction(async (db) => {
    if (!(await upsertVote(db, place.id, person.id, didHelp)) || didHelp) return
    await tellAuthors(db, who, visit.say('notices.noHelp', { title: place.title }))
  })
}

/** Keeps what somebody misses in a page that did not help them; its authors are told what, not whose it is. */
export async function sayMissing(who: Voter, missing: string): Promise<void> {
  const { place, person, visit } = who
  await transaction(async (db) => {
    if (!(await updateMissing(db, place.id, person.id, missing))) return
    await tellAuthors(db, who, visit.say('notices.missing', { title: place.title, line: shortened(missing, 120) }))
  })
}

async function tellAuthors(db: Database, { place, person, visit }: Voter, words: string): Promise<void> {
  const courseId = visit.course.course_id
  await tell(db, {
    courseId,
    entryId: place.id,
    type: 'vote',
    words,
    address: `/courses/${courseId}/readers`,
    roles: ['author'],
    isToFollowers: false,
    personIds: [],
    exceptId: person.id,
  })
}
