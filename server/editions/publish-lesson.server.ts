import { branch } from '../../core/plan/tree.ts'
import { type Database, transaction } from '../database/pool.server.ts'
import { currentTree } from '../documents/trees.server.ts'
import { findEntry, listPlan, lockPlan } from '../plan/queries.server.ts'
import { insertPublished } from './publish.server.ts'
import { listEditions } from './queries.server.ts'
import { tellReaders } from './tell-readers.server.ts'

export type LessonPublished =
  { readonly ok: true; readonly count: number } | { readonly ok: false; readonly reason: string }

/** Given up on the way: everything is as it was. */
class Refused extends Error {}

/**
 * Publishes everything in a lesson or unit that has changed, as one: either each item gets its next edition, with the
 * same note, or none does. Readers are told once.
 */
export async function publishLesson(
  courseId: string,
  person: { id: string; name: string },
  entryId: string,
  { note, isTold }: { note: string; isTold: boolean },
): Promise<LessonPublished> {
  try {
    return await transaction(async (db) => {
      // One change of a plan at a time: of two who publish at once the second finds nothing left to do.
      const plan = await lockPlan(db, courseId)
      const holder = await findEntry(db, courseId, entryId)
      if (!holder) return { ok: false, reason: 'That is no longer in the plan.' }
      const inside = new Set(branch(plan, entryId).map(({ id }) => id))
      const waiting = (await listPlan(db, courseId)).filter(
        ({ id, state }) => inside.has(id) && state !== null && state !== 'published',
      )
      if (waiting.length === 0)
        return { ok: false, reason: `Nothing in “${holder.title}” has changed since it was published.` }
      for (const { title, documentId } of waiting)
        if (documentId !== null) await publishOne(db, documentId, title, person.id, note)
      if (isTold)
        await tellReaders(
          db,
          {
            courseId,
            entryId,
            words: (say) =>
              say(note ? 'notices.lessonNote' : 'notices.lesson', { title: holder.title, count: waiting.length, note }),
          },
          person.id,
        )
      return { ok: true, count: waiting.length }
    })
  } catch (error) {
    if (error instanceof Refused) return { ok: false, reason: error.message }
    throw error
  }
}

async function publishOne(
  db: Database,
  documentId: string,
  title: string,
  personId: string,
  note: string,
): Promise<void> {
  const tree = await currentTree(db, documentId)
  const last = (await listEditions(db, documentId))[0]
  const result = tree
    ? await insertPublished(db, documentId, personId, tree, note, (last?.number ?? 0) + 1)
    : { ok: false as const, reason: 'It was deleted meanwhile.' }
  if (!result.ok) throw new Refused(`“${title || 'Untitled'}” can’t be published, so nothing was. ${result.reason}`)
}
