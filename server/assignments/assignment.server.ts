import { isBlank } from '../../core/document/passage.ts'
import { passageHtml } from '../../core/html/passage-html.ts'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { doneRule } from '../../core/plan/settings.ts'
import { pool, transaction } from '../database/pool.server.ts'
import type { Participant } from '../discussions/discussion.server.ts'
import { tell } from '../notices/tell.server.ts'
import { updateDone } from '../reading/queries.server.ts'
import {
  deleteDraft,
  type HandedFiles,
  insertSubmission,
  listOwnItems,
  updateReturned,
  upsertDraft,
} from './queries.server.ts'
import { type Say, sayIn } from '../../core/words/say.ts'
import { type ReadPassage, readPassage } from '../discussions/read-passage.server.ts'

export type Handed = { readonly ok: true; readonly number?: number } | { readonly ok: false; readonly reason: string }
const refuse = (reason: string): Handed & { ok: false } => ({ ok: false, reason })

/** Keeps what a student is writing. It need not be finished, nor hold anything. */
export async function keepDraft(who: Participant, unsafeContent: unknown, files: HandedFiles): Promise<Handed> {
  const checked = await readWork(who, unsafeContent, files)
  if (!checked.ok) return checked
  await upsertDraft(pool, who.place.id, who.personId, JSON.stringify(checked.passage.toJSON()), files)
  return { ok: true }
}

/** Hands in: what was written stays as it is; writing on makes the next one. */
export async function handIn(
  who: Participant,
  unsafeContent: unknown,
  files: HandedFiles,
  now = new Date(),
): Promise<Handed> {
  const checked = await readWork(who, unsafeContent, files)
  if (!checked.ok) return checked
  if (isBlank(checked.passage) && files.length === 0) return refuse(who.say('assignment.nothingYet'))
  const { dueAt } = who.place.settings
  const isLate = dueAt !== null && new Date(dueAt) < now
  return transaction(async (db) => {
    // One at a time for one student: a button pressed twice hands in once, then there is no draft any more.
    await db.query('select pg_advisory_xact_lock(hashtext($1::text))', [`${who.place.id} ${who.personId}`])
    const number = await insertSubmission(db, {
      entryId: who.place.id,
      personId: who.personId,
      content: JSON.stringify(checked.passage.toJSON()),
      html: passageHtml(checked.passage, who.say, who.courseId),
      files,
      isLate,
    })
    await deleteDraft(db, who.place.id, who.personId)
    if (doneRule(who.place.kind, who.place.settings) === 'handed in')
      await updateDone(db, who.place.id, who.personId, true)
    await tell(db, {
      courseId: who.courseId,
      entryId: who.place.id,
      type: 'handed in',
      words: who.say(isLate ? 'notices.handedInLate' : 'notices.handedIn', { name: who.name, title: who.place.title }),
      address: `/courses/${who.courseId}/hand-ins/${who.place.id}?of=${who.personId}`,
      roles: ['author'],
      isToFollowers: false,
      personIds: [],
      exceptId: who.personId,
    })
    return { ok: true, number }
  })
}

async function readWork(who: Participant, unsafeContent: unknown, files: HandedFiles): Promise<ReadPassage> {
  if (!who.mayTakePart || who.isAuthor)
    return refuse(who.say(who.isAuthor ? 'assignment.authorsLook' : 'assignment.guest'))
  const read = await readPassage(unsafeContent, who.say)
  if (!read.ok) return read
  const imported = [...files.map(({ id }) => id), ...shelfItemsOf(read.passage)]
  const own = new Set(await listOwnItems(pool, who.courseId, who.personId, imported))
  const foreign = files.find(({ id }) => !own.has(id))
  return foreign ? refuse(who.say('assignment.foreignFile', { name: foreign.name })) : read
}

/** Gives back what a student has handed in, with a comment; the student is told. */
export async function giveBack(
  author: { personId: string; name: string },
  place: { courseId: string; entryId: string; title: string; say: Say },
  studentId: string,
  number: number,
  unsafeComment: unknown,
): Promise<Handed> {
  const read = await readPassage(unsafeComment, sayIn('en'))
  if (!read.ok) return read
  if (isBlank(read.passage)) return refuse('Write a comment before you return it: the student reads your comment.')
  return transaction(async (db) => {
    const isThere = await updateReturned(
      db,
      place.entryId,
      studentId,
      number,
      { content: JSON.stringify(read.passage.toJSON()), html: passageHtml(read.passage, place.say, place.courseId) },
      author.personId,
    )
    if (!isThere) return refuse('This was not handed in, or the student has handed in again. Load the page again.')
    await tell(db, {
      courseId: place.courseId,
      entryId: place.entryId,
      type: 'returned',
      words: place.say('notices.returned', { name: author.name, title: place.title }),
      address: `/assignments/${place.courseId}/${place.entryId}`,
      roles: [],
      isToFollowers: false,
      personIds: [studentId],
      exceptId: author.personId,
    })
    return { ok: true, number }
  })
}
