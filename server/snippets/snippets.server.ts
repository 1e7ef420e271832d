import { nanoid } from 'nanoid'
import type { Node } from 'prosemirror-model'
import { problemOfPage } from '../../core/document/check.ts'
import { pageFromJson } from '../../core/document/schema.ts'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { questionsIn } from '../../core/questions/questions-in.ts'
import { blocksOf, carryInto, placesOfSnippet, type Snippet, snippetPage } from '../../core/snippets/snippets.ts'
import {
  MOST_SNIPPET_LENGTH,
  type ShownSnippet,
  type SnippetAnswer,
  type SnippetPlaces,
  type SnippetRequest,
} from '../../core/snippets/wire.ts'
import { blanksAsked } from '../../core/templates/fill.ts'
import { problemOfBlanks } from '../../core/templates/declared.ts'
import { renameToAsked } from '../../core/templates/fill.ts'
import { sketchOf } from '../../core/templates/sketch.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import { appendSteps } from '../documents/append-steps.server.ts'
import { countForeign } from '../documents/foreign.server.ts'
import { currentTree } from '../documents/trees.server.ts'
import { type BroughtAlong, broughtAlong } from '../templates/brought-along.server.ts'
import { findSnippet, type FoundSnippet, insertSnippet, updateSnippet } from './queries.server.ts'

const GONE = { ok: false, reason: 'That snippet is no longer there.' } as const
/** So many places of a page are brought to a new state at once, so many are shown before. */
const MOST_AT_ONCE = 100
const MOST_SHOWN = 12

type ToSave = Extract<SnippetRequest, { intent: 'save' }>

/** Keeps blocks of a page as a snippet, or in the place of one that this person has made. */
export async function saveSnippet(courseId: string, personId: string, asked: ToSave): Promise<SnippetAnswer> {
  const page = pageOf(asked)
  if (typeof page === 'string') return { ok: false, reason: page }
  const content = JSON.stringify(page.toJSON())
  if (content.length > MOST_SNIPPET_LENGTH)
    return { ok: false, reason: 'That is too much for a snippet. Keep the page as a template.' }
  if ((await countForeign(pool, courseId, shelfItemsOf(page), questionsIn(page))) > 0)
    return { ok: false, reason: 'It holds a picture or question of another course. Take that out, then keep it.' }
  const { name, description, purpose, visibility } = asked
  const blanks = blanksAsked(
    page,
    asked.blanks.map(({ of: _of, ...blank }) => blank),
  )
  const id = asked.id ?? nanoid(12)
  const [schemaVersion, sketch] = [SCHEMA_VERSION, sketchOf(page, true)]
  const kept = {
    id,
    courseId,
    personId,
    name,
    description,
    purpose,
    visibility,
    schemaVersion,
    content,
    sketch,
    blanks,
  }
  if (asked.id === null) {
    await insertSnippet(pool, kept)
    return { ok: true, id, version: 1 }
  }
  const version = await updateSnippet(pool, kept)
  return version === null
    ? { ok: false, reason: 'Only the person who made a snippet can change it.' }
    : { ok: true, id, version }
}

/** What is kept as a page, its blanks called as they are asked for; a sentence where it can't be. */
function pageOf({ name, blocks, blanks }: ToSave): Node | string {
  const problem = problemOfBlanks(blanks)
  if (problem) return problem
  try {
    const held = pageFromJson({ type: 'doc', content: [{ type: 'title' }, ...blocks] })
    const page = renameToAsked(snippetPage(name, blocksOf(held)), blanks)
    return problemOfPage(page) ?? page
  } catch {
    return 'That can’t be kept as a snippet. Mark whole paragraphs or pieces, and try again.'
  }
}

/** One of them with all that it holds; null when it is not there for this person. */
export async function shownSnippet(courseId: string, personId: string, id: string): Promise<ShownSnippet | null> {
  const found = await findSnippet(pool, courseId, personId, id)
  if (!found) return null
  const { courseId: home, ...snippet } = found
  return {
    ...snippet,
    blanks: blanksAsked(pageFromJson(found.content), found.blanks),
    isFromElsewhere: home !== courseId,
  }
}

/** What a snippet holds as this course can have it: its pictures come along, from whatever course it is. */
export async function takeSnippet(courseId: string, personId: string, id: string): Promise<SnippetAnswer> {
  return transaction(async (db) => {
    const found = await findSnippet(db, courseId, personId, id)
    if (!found) return GONE
    const { page, blanks, notes } = await asOf(db, found, courseId, personId)
    return {
      ok: true,
      version: found.version,
      content: page.toJSON() as unknown,
      blanks: [...blanks],
      notes: [...notes],
    }
  })
}

const asOf = (db: Database, found: FoundSnippet, courseId: string, personId: string): Promise<BroughtAlong> =>
  broughtAlong(db, { fromCourseId: found.courseId, courseId, personId }, pageFromJson(found.content), found.blanks)

/** The places of a page at which a snippet stands, as they are now. */
export async function placesOn(
  documentId: string,
  id: string,
  { language }: { readonly language: string },
): Promise<SnippetPlaces | null> {
  const tree = await currentTree(pool, documentId)
  if (!tree) return null
  const places = placesOfSnippet(tree.page, id)
  return {
    places: places
      .slice(0, MOST_SHOWN)
      .map(({ node, isTouched }) => ({ content: node.toJSON() as unknown, isTouched })),
    count: places.length,
    language,
  }
}

/** Brings the places of one page to the state of a snippet, as a change of the page like any other. */
export async function carrySnippet(
  course: { readonly id: string; readonly language: string },
  personId: string,
  {
    id,
    documentId,
    takesTouched,
  }: { readonly id: string; readonly documentId: string; readonly takesTouched: boolean },
): Promise<SnippetAnswer> {
  const snippet = await transaction(async (db): Promise<Snippet | null> => {
    const found = await findSnippet(db, course.id, personId, id)
    if (!found) return null
    const { page, blanks } = await asOf(db, found, course.id, personId)
    return { id, version: found.version, page, blanks }
  })
  if (!snippet) return GONE
  const tree = await currentTree(pool, documentId)
  if (!tree) return { ok: false, reason: 'That page was deleted.' }
  const { transform, changed, stayed } = carryInto(tree.page, snippet, course.language, takesTouched, MOST_AT_ONCE)
  if (changed === 0) return { ok: true, changed, stayed }
  const batch = { id: `snippet-${nanoid()}`, base: tree.version, client: 'snippets' }
  const answer = await appendSteps(documentId, personId, batch, transform.steps)
  if (answer.status === 'taken') return { ok: true, changed, stayed }
  return {
    ok: false,
    reason: answer.status === 'refused' ? answer.reason : 'Somebody is writing on this page just now. Try again.',
  }
}
