import type { Node } from 'prosemirror-model'
import { passageFromJson } from '../../core/document/passage.ts'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { questionProblems, tooFewUsable } from '../../core/questions/check-question.ts'
import { textsOf } from '../../core/questions/question.ts'
import { questionsIn } from '../../core/questions/questions-in.ts'
import type { Database } from '../database/pool.server.ts'
import { listQuestionsByIds } from '../questions/queries.server.ts'
import { listExercise, type NewEditionQuestion } from './queries.server.ts'
import { giveTurn } from '../turns.server.ts'

export type Frozen =
  | {
      readonly ok: true
      readonly questions: readonly NewEditionQuestion[]
      /** Pictures in them. */ readonly items: readonly string[]
    }
  | { readonly ok: false; readonly reason: string }

/**
 * The questions of an exercise or page as they are now, for an edition. Refused with a sentence when one of them can't
 * be used: students never meet a question without an answer.
 */
export async function freezeQuestions(
  db: Database,
  entry: { id: string; courseId: string; language: string; kind: string },
  page: Node,
): Promise<Frozen> {
  const lines = entry.kind === 'exercise' ? await listExercise(db, entry.id) : []
  const inPage = questionsIn(page).filter((id) => !lines.some(({ questionId }) => questionId === id))
  const questions = await listQuestionsByIds(db, entry.courseId, [
    ...lines.map(({ questionId }) => questionId),
    ...inPage,
  ])
  if (entry.kind === 'exercise' && lines.length === 0)
    return { ok: false, reason: 'An exercise needs a question before students can do it. Add one beneath its text.' }
  const gone = inPage.find((id) => !questions.some((question) => question.id === id))
  if (gone !== undefined)
    return {
      ok: false,
      reason:
        'A question that stands on this page is no longer in the bank. Remove it from the page, or put another in its place.',
    }
  for (const { title, content } of questions) {
    // Thousands of versions each: others are answered between two questions.
    await giveTurn()
    const problem = questionProblems(content)[0] ?? tooFewUsable(content, entry.language)
    if (problem)
      return { ok: false, reason: `The question “${title || 'without a title'}” can’t be used yet. ${problem}` }
  }
  return {
    ok: true,
    items: questions.flatMap(({ content }) => textsOf(content).flatMap((text) => shelfItemsOf(passageFromJson(text)))),
    questions: questions.map(({ id, title, content }) => {
      const line = lines.findIndex(({ questionId }) => questionId === id)
      return {
        id,
        position: line < 0 ? null : line + 1,
        points: lines[line]?.points ?? 1,
        title,
        content: JSON.stringify(content),
      }
    }),
  }
}
