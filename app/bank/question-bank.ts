import { data } from 'react-router'
import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { questionProblems } from '../../core/questions/check-question.ts'
import { NO_USES, usesWords } from '../../core/plan/uses.ts'
import { pool, transaction } from '../../server/database/pool.server.ts'
import { sayIn } from '../../core/words/say.ts'
import { valuesOf } from '../../server/exercises/exercise.server.ts'
import { replaceExercise } from '../../server/exercises/queries.server.ts'
import { questionHtml } from '../../server/exercises/render.server.ts'
import { findEntry } from '../../server/plan/queries.server.ts'
import { addQuestion, keepQuestion, readQuestion } from '../../server/questions/bank.server.ts'
import {
  deleteFolder,
  findQuestion,
  findQuestionUses,
  insertFolder,
  listQuestions,
  updateFolder,
  updateFolderName,
  updateQuestionDeleted,
} from '../../server/questions/queries.server.ts'
import type { Course } from '../../server/courses/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { parseJson } from '../../server/web/parse-json.server.ts'
import { kindOfAnswer, questionKind } from '../../core/questions/kinds/registry.ts'
import type { Route } from './+types/question-bank'
import { type BankAnswer, type BankRequest, bankRequest } from './question-requests.ts'

const query = z.object({
  id: identifier.optional(),
  words: z.string().max(200).catch(''),
  kind: questionKind.nullable().catch(null),
})

/** Questions that fit, or one of them whole; as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!asked.success) throw data(null, { status: 400 })
  if (asked.data.id === undefined)
    return Response.json(
      await listQuestions(pool, course.id, { folderId: null, kind: asked.data.kind, words: asked.data.words }),
    )
  const question = await findQuestion(pool, course.id, asked.data.id)
  if (!question) throw data(null, { status: 404 })
  return Response.json(question)
}

/** Changes the bank; as JSON. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const parsed = await parseJson(request, bankRequest, 4_000_000)
  if (!parsed.ok) return parsed.answer
  const answer = await run(parsed.data, course, person.id)
  return Response.json(answer, { status: answer.ok ? 200 : 422 })
}

type Asked<Intent extends BankRequest['intent']> = Extract<BankRequest, { intent: Intent }>

async function run(asked: BankRequest, course: Course, personId: string): Promise<BankAnswer> {
  switch (asked.intent) {
    case 'add': {
      return add(asked, course, personId)
    }
    case 'keep': {
      const read = readQuestion(asked.content)
      if (!read.ok) return read
      const version = await keepQuestion(course.id, personId, asked.version, asked.id, asked.title, read.content)
      return version === null
        ? { ok: false, isBehind: true, reason: 'Somebody else changed this question meanwhile, or it was deleted.' }
        : { ok: true, version }
    }
    case 'try':
      return tried(asked, course)
    case 'move':
      await updateFolder(pool, course.id, asked.ids, asked.folderId)
      return { ok: true }
    case 'delete': {
      return deleteQuestions(course, asked)
    }
    case 'restore':
      await updateQuestionDeleted(pool, course.id, asked.ids, false)
      return { ok: true }
    case 'add folder':
      return (await insertFolder(pool, course.id, asked.id, asked.name))
        ? { ok: true }
        : { ok: false, reason: `There is a folder “${asked.name}” already.` }
    case 'rename folder':
      await updateFolderName(pool, course.id, asked.id, asked.name)
      return { ok: true }
    case 'delete folder':
      await transaction((db) => deleteFolder(db, course.id, asked.id))
      return { ok: true }
    case 'exercise': {
      return putExercise(course, asked)
    }
  }
}

/** A question that is there already, because its answer got lost on the way, is no trouble. */
async function add(asked: Asked<'add'>, course: Course, personId: string): Promise<BankAnswer> {
  const read = readQuestion(asked.content)
  if (!read.ok) return read
  if (await addQuestion(course.id, asked.folderId, personId, asked.id, asked.title, read.content))
    return { ok: true, version: 1 }
  const known = await findQuestion(pool, course.id, asked.id)
  return known
    ? { ok: true, version: known.version }
    : {
        ok: false,
        reason: 'This question could not be put into the bank. Make it again; what you wrote is still here.',
      }
}

/** What it meant for exercises is said afterwards. */
async function deleteQuestions(course: Course, { ids }: { readonly ids: readonly string[] }): Promise<BankAnswer> {
  const { titles, answered } = await findQuestionUses(pool, course.id, ids)
  await updateQuestionDeleted(pool, course.id, ids, true)
  const where =
    titles.length > 0
      ? [`It stands in ${titles.map((title) => `“${title}”`).join(', ')}, and goes from there with the next edition.`]
      : []
  return { ok: true, uses: [...where, ...usesWords({ ...NO_USES, answered })] }
}

/** The questions of an exercise, in their order. */
async function putExercise(course: Course, asked: Asked<'exercise'>): Promise<BankAnswer> {
  const entry = await findEntry(pool, course.id, asked.entryId)
  if (entry?.kind !== 'exercise') return { ok: false, reason: 'That exercise is no longer in the plan.' }
  await transaction((db) => replaceExercise(db, course.id, entry.id, asked.lines))
  return { ok: true }
}

/** A question tried by its author before it is used: one version of it, and what would be said to an answer. */
function tried(asked: Asked<'try'>, course: Course): BankAnswer {
  const read = readQuestion(asked.content)
  if (!read.ok) return read
  const problem = questionProblems(read.content)[0]
  if (problem) return { ok: false, reason: problem }
  const question = { id: 'tried', position: 1, points: 1, title: '', content: read.content }
  const values = valuesOf(read.content, 'tried', asked.seed, course.language)
  if (!values)
    return { ok: false, reason: 'None of its versions has an answer yet. Look through the versions to see why.' }
  const say = sayIn(course.language)
  const kind = kindOfAnswer(read.content.answer)
  const response = asked.response === null ? null : kind.response(asked.response)
  const graded = response === null ? null : kind.grade(read.content.answer, values, response, say)
  const answer =
    graded === null || response === null
      ? { questionId: 'tried', response: null, score: null, tries: 0, hints: read.content.hints.length }
      : {
          questionId: 'tried',
          response: typeof response === 'string' ? response : [...response],
          score: graded.ok ? graded.score : null,
          tries: 1,
          hints: read.content.hints.length,
        }
  return {
    ok: true,
    html: questionHtml(
      { question, values, answer },
      {
        courseId: course.id,
        language: course.language,
        say,
        attempt: 0,
        number: 0,
        isTold: true,
        isJudged: true,
        mayAnswer: true,
        isPreview: true,
      },
    ).text,
  }
}
