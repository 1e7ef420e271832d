import { sayIn } from '../../core/words/say.ts'
import { nanoid } from 'nanoid'
import { pageFromJson } from '../../core/document/schema.ts'
import { renderInSteps } from '../../core/html/render.ts'
import { fillSlots, filledWord } from '../../core/html/slots.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { type DeclaredBlank, problemOfBlanks, problemsOf } from '../../core/templates/declared.ts'
import { type Askable, askableOf, blanksAsked, fillTemplate, renameToAsked } from '../../core/templates/fill.ts'
import { type Shape, sketchOf } from '../../core/templates/sketch.ts'
import { type Visibility, type TemplateKind, TEMPLATE_KINDS } from '../../core/templates/template.ts'
import { retitle } from '../../core/structure/retitle.ts'
import { pool, transaction } from '../database/pool.server.ts'
import { currentTree } from '../documents/trees.server.ts'
import { insertItem, type PlanResult } from '../plan/plan.server.ts'
import { findEntry, lockPlan } from '../plan/queries.server.ts'
import { inTurns } from '../turns.server.ts'
import { questionsIn } from '../../core/questions/questions-in.ts'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { countForeign } from '../documents/foreign.server.ts'
import { broughtAlong } from './brought-along.server.ts'
import { findTemplate, insertTemplate, listTemplates } from './queries.server.ts'

/** A template as it is offered. */
export interface OfferedTemplate {
  readonly id: string
  readonly name: string
  readonly description: string
  readonly kind: TemplateKind
  readonly visibility: Visibility
  readonly person: string
  readonly isOwn: boolean
  /** How it looks from afar; null for one that was made before that was drawn. */
  readonly sketch: readonly Shape[] | null
}

/** What a template holds, for whoever looks at it. */
export interface ShownTemplate {
  readonly blanks: readonly DeclaredBlank[]
  /** How a page made from it looks, as published HTML. */
  readonly html: string
}

export async function offeredTemplates(courseId: string, personId: string): Promise<OfferedTemplate[]> {
  return (await listTemplates(pool, courseId, personId)).map(({ personId: owner, courseId: _home, ...template }) => ({
    ...template,
    isOwn: owner === personId,
  }))
}

/** One of them as it looks; null when it is not there for this person. */
export async function shownTemplate(courseId: string, personId: string, id: string): Promise<ShownTemplate | null> {
  const found = await findTemplate(pool, courseId, personId, id)
  if (!found) return null
  const page = pageFromJson(found.content)
  const { segments } = await inTurns(renderInSteps(page))
  return {
    blanks: blanksAsked(page, found.blanks),
    html: fillSlots(segments, (slot) => filledWord(slot, sayIn('en')) ?? ''),
  }
}

/** What is asked before a page is kept as a template: what it is called, and what of it can be asked for. */
export async function beforeSaving(
  courseId: string,
  entryId: string,
): Promise<{ title: string; blanks: readonly Askable[] } | null> {
  const entry = await findEntry(pool, courseId, entryId)
  const tree = entry?.documentId ? await currentTree(pool, entry.documentId) : null
  return entry && tree ? { title: entry.title, blanks: askableOf(tree.page) } : null
}

export interface ToSave {
  readonly entryId: string
  readonly name: string
  readonly description: string
  readonly visibility: Visibility
  /** What is asked for in each page made from it; `of` is what marked words are called on the page. */
  readonly blanks: readonly (DeclaredBlank & { readonly of: string })[]
}

/** Keeps what an entry holds just now as a template. */
export async function saveTemplate(
  courseId: string,
  personId: string,
  { entryId, name, description, visibility, blanks: asked }: ToSave,
): Promise<PlanResult<{ id: string }>> {
  const entry = await findEntry(pool, courseId, entryId)
  const tree = entry?.documentId ? await currentTree(pool, entry.documentId) : null
  if (!entry || !tree) return { ok: false, reason: 'That is no longer in the plan.' }
  const kind = TEMPLATE_KINDS.find((each) => each === entry.kind)
  if (!kind) return { ok: false, reason: 'A template is made of one page: take a chapter of the book, or the page.' }
  const blanks = asked.map(({ of: _of, ...blank }) => blank)
  const problem = problemOfBlanks(blanks)
  if (problem) return { ok: false, reason: problem }
  const id = nanoid(12)
  const page = renameToAsked(tree.page, asked)
  await insertTemplate(pool, {
    id,
    courseId,
    personId,
    visibility,
    name,
    description,
    kind,
    schemaVersion: SCHEMA_VERSION,
    content: JSON.stringify(page.toJSON()),
    sketch: sketchOf(page),
    blanks,
  })
  return { ok: true, id }
}

export interface ToUse {
  readonly templateId: string
  readonly afterId: string | null
  readonly title: string
  /** Words for its blanks, by name; what is missing or empty stays open. */
  readonly values: Readonly<Record<string, string>>
}

/** Makes a page of a template and puts it into the plan. Its pictures come along, from whatever course it is. */
export async function makeFromTemplate(
  { id: courseId, language }: { readonly id: string; readonly language: string },
  personId: string,
  { templateId, afterId, title, values }: ToUse,
): Promise<PlanResult<{ id: string; notes: readonly string[] }>> {
  return transaction(async (db) => {
    const plan = await lockPlan(db, courseId)
    const template = await findTemplate(db, courseId, personId, templateId)
    if (!template) return { ok: false, reason: 'That template is no longer there.' }
    const journey = { fromCourseId: template.courseId, courseId, personId }
    const held = retitle(pageFromJson(template.content), title)
    const { page: brought, blanks, notes } = await broughtAlong(db, journey, held, template.blanks)
    const filled = new Map(Object.entries(values))
    const [wrong] = problemsOf(blanks, filled)
    if (wrong) return { ok: false, reason: `${wrong[0]}: ${wrong[1]}` }
    const page = fillTemplate(brought, blanks, filled, language)
    if ((await countForeign(db, courseId, shelfItemsOf(page), questionsIn(page))) > 0)
      return { ok: false, reason: 'A picture was chosen that is not on the shelf of this course.' }
    const id = nanoid(12)
    const placed = await insertItem(db, courseId, plan, afterId, { id, kind: template.kind, title }, page)
    return placed.ok ? { ok: true, id, notes } : placed
  })
}
