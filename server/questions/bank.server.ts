import { passageFromJson, passageFromUnsafe } from '../../core/document/passage.ts'
import { sayIn } from '../../core/words/say.ts'
import { plainText } from '../../core/document/plain-text.ts'
import { mapShelfItems, shelfItemsOf } from '../../core/document/shelf-items.ts'
import {
  kindOfQuestion,
  mapTexts,
  type QuestionContent,
  questionContent,
  textsOf,
} from '../../core/questions/question.ts'
import { type Database, transaction } from '../database/pool.server.ts'
import { ownItems } from '../shelf/copy.server.ts'
import { insertQuestion, touchUses, updateQuestion, type WrittenQuestion } from './queries.server.ts'

export type Read =
  { readonly ok: true; readonly content: QuestionContent } | { readonly ok: false; readonly reason: string }

/** A question from JSON that somebody sent: its shape, and every text in it. */
export function readQuestion(unsafe: unknown): Read {
  const parsed = questionContent.safeParse(unsafe)
  if (!parsed.success) return { ok: false, reason: parsed.error.issues[0]?.message ?? 'The question can’t be read.' }
  for (const text of textsOf(parsed.data)) {
    const read = passageFromUnsafe(text)
    if (!read.ok) return { ok: false, reason: sayIn('en')(read.problem.message, read.problem.values) }
  }
  return { ok: true, content: parsed.data }
}

export function written(id: string, title: string, content: QuestionContent): WrittenQuestion {
  return {
    id,
    title,
    kind: kindOfQuestion(content),
    content: JSON.stringify(content),
    words: plainText(passageFromJson(content.prompt)).replace(/\s+/g, ' ').slice(0, 4000),
  }
}

/** Puts a question into the bank; false when its id is there already, as after an answer that was lost. */
export async function addQuestion(
  courseId: string,
  folderId: string | null,
  personId: string,
  id: string,
  title: string,
  content: QuestionContent,
): Promise<boolean> {
  return transaction(async (db) =>
    insertQuestion(
      db,
      courseId,
      folderId,
      personId,
      written(id, title, await withOwnPictures(db, courseId, personId, content)),
    ),
  )
}

/** Changes a question; what holds it counts as edited since. Null when somebody else changed it first. */
export async function keepQuestion(
  courseId: string,
  personId: string,
  version: number,
  id: string,
  title: string,
  content: QuestionContent,
): Promise<number | null> {
  return transaction(async (db) => {
    const kept = await updateQuestion(
      db,
      courseId,
      personId,
      version,
      written(id, title, await withOwnPictures(db, courseId, personId, content)),
    )
    if (kept !== null) await touchUses(db, id)
    return kept
  })
}

/**
 * The question with this course's own copies of pictures that came from others; what may not be taken from there is
 * left to its words.
 */
export async function withOwnPictures(
  db: Database,
  courseId: string,
  personId: string,
  content: QuestionContent,
): Promise<QuestionContent> {
  const items = textsOf(content).flatMap((text) => shelfItemsOf(passageFromJson(text)))
  const own = await ownItems(db, courseId, personId, items)
  return own.size === 0
    ? content
    : mapTexts(content, (text) => mapShelfItems(passageFromJson(text), (item) => own.get(item)).toJSON() as object)
}
