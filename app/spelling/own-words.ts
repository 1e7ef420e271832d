import { z } from 'zod'
import { MOST_OWN_WORDS, ownList, ownWord, type OwnWordsSaid } from '../../core/spelling/own-words.ts'
import { pool } from '../../server/database/pool.server.ts'
import { deleteOwnWord, insertOwnWord, listOwnWords } from '../../server/spelling/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/own-words'

const asked = z.object({ intent: z.enum(['add', 'remove']), list: ownList, word: ownWord })

/** The words that are right though no dictionary has them: of whoever asks, and of the course. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { person, course } = await requireCourse(context, request, params.courseId, 'write', true)
  return said({ ok: true, words: await listOwnWords(pool, course.id, person.id) }, 200)
}

/** Takes a word into a list, or out of it. Answers with both lists as they are then. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person, course } = await requireCourse(context, request, params.courseId, 'write', true)
  const body = await readJson(request, 10_000)
  const parsed = asked.safeParse(body.ok ? body.value : null)
  if (!parsed.success) return said({ ok: false, reason: 'That is no single word, so it was not added.' }, 400)
  const { intent, list, word } = parsed.data
  const ownerId = list === 'mine' ? person.id : course.id
  if (intent === 'remove') await deleteOwnWord(pool, list, ownerId, word)
  else if (!(await insertOwnWord(pool, list, ownerId, word)))
    return said(
      {
        ok: false,
        reason: `This list holds ${MOST_OWN_WORDS.toLocaleString('en')} words and is full. Remove some first.`,
      },
      422,
    )
  return said({ ok: true, words: await listOwnWords(pool, course.id, person.id) }, 200)
}

const said = (words: OwnWordsSaid, status: number): Response => Response.json(words, { status })
