import { nanoid } from 'nanoid'
import type { Node } from 'prosemirror-model'
import { emptyPage, schema } from '../../core/document/schema.ts'
import { statistics } from '../../core/document/statistics.ts'
import { type NamedLine, plantNamed } from '../../core/plan/foresee.ts'
import { NO_USES, type Uses, usesWords } from '../../core/plan/uses.ts'
import { PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { branch, childrenOf, inOrder, move, type Place, placeAfter, type PlanEntry } from '../../core/plan/tree.ts'
import { NOTHING_KNOWN } from '../../core/proof/rule.ts'
import { splitPage } from '../../core/structure/split-page.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import { acceptBatch } from '../documents/accept-batch.server.ts'
import { countFacts } from '../documents/facts.server.ts'
import { insertDocument, insertSnapshot } from '../documents/queries.server.ts'
import { letLinksFollow } from '../links/follow.server.ts'
import { currentTree } from '../documents/trees.server.ts'
import { type ChangedSettings, MOST_AIMS, readSettings } from '../../core/plan/settings.ts'
import { type EntryKind, kindOfEntry } from '../../core/plan/kinds.ts'
import {
  deleteEntries,
  type EntryRow,
  bringsUnit,
  findEntry,
  growPlanVersion,
  insertEntries,
  listShape,
  listTakenIds,
  lockPlan,
  orderEntries,
  restoreEntries,
  updateDocument,
  updateSettings,
  updateTitle,
} from './queries.server.ts'
import { findUses } from './uses.server.ts'

export type PlanResult<T = object> = ({ readonly ok: true } & T) | { readonly ok: false; readonly reason: string }

/**
 * Adds outline lines after an entry; what is written gets an empty document with its title. The lines bring the ids of
 * their entries: those that are in the plan already came with a request whose answer was lost, and are left as they
 * are.
 */
export async function addLines(
  courseId: string,
  afterId: string | null,
  lines: readonly NamedLine[],
): Promise<PlanResult<{ ids: string[]; notes: readonly string[] }>> {
  return transaction(async (db) => {
    const plan = await lockPlan(db, courseId)
    const taken = await listTakenIds(
      db,
      lines.map(({ id }) => id),
    )
    if (taken.some((each) => each.courseId !== courseId))
      return { ok: false, reason: 'These lines could not be added. Reload the plan and type them again.' }
    const ids = new Set(taken.map(({ id }) => id))
    const { entries, orders, aims, notes } = plantNamed(
      plan,
      afterId,
      taken.length === 0 ? lines : lines.filter(({ id, kind }) => kind !== 'aim' && !ids.has(id)),
    )
    let cut = 0
    for (const [id, more] of aims) cut += await addAims(db, courseId, id, more)
    const written = entries.filter(({ kind }) => kindOfEntry(kind).isWritten)
    for (const entry of written) await createDocument(db, courseId, entry.id, entry.title)
    await insertEntries(
      db,
      courseId,
      entries.map(({ address, aims, ...entry }) => ({
        ...entry,
        documentId: kindOfEntry(entry.kind).isWritten ? entry.id : null,
        settings: {
          ...(address === '' ? {} : { address }),
          ...(aims.length === 0 ? {} : { aims: aims.slice(0, MOST_AIMS) }),
        },
      })),
    )
    for (const [parentId, order] of orders) await orderEntries(db, courseId, parentId, order)
    cut += entries.reduce((sum, entry) => sum + Math.max(0, entry.aims.length - MOST_AIMS), 0)
    return {
      ok: true,
      ids: entries.map(({ id }) => id),
      notes:
        cut === 0
          ? notes
          : [
              ...notes,
              `A lesson or unit holds at most ${MOST_AIMS} aims: ${cut} ${cut === 1 ? 'was' : 'were'} left out.`,
            ],
    }
  })
}

/** Adds aims that are not there yet; gives back how many had no room. */
async function addAims(db: Database, courseId: string, id: string, more: readonly string[]): Promise<number> {
  const entry = await findEntry(db, courseId, id)
  if (!entry) return 0
  const aims = [...entry.settings.aims, ...more.filter((aim) => !entry.settings.aims.includes(aim))]
  await updateSettings(db, courseId, id, entry.opensAt, { ...entry.settings, aims: aims.slice(0, MOST_AIMS) })
  return Math.max(0, aims.length - MOST_AIMS)
}

/** A document whose log begins with a page, or with an empty one of this title. */
export async function createDocument(
  db: Database,
  courseId: string,
  documentId: string,
  start: string | Node,
): Promise<void> {
  const page = typeof start === 'string' ? emptyPage(start) : start
  await insertDocument(db, documentId, courseId, statistics(page).words)
  await insertSnapshot(db, documentId, 0, SCHEMA_VERSION, JSON.stringify(page.toJSON()))
  // What somebody brings, or makes of a template, may hold findings before anyone has opened it.
  // Of a book that comes in, what its chapters link to comes into the plan after them.
  if (typeof start !== 'string') await countFacts(db, documentId, page, NOTHING_KNOWN)
}

export async function moveEntries(courseId: string, ids: readonly string[], place: Place): Promise<PlanResult> {
  return transaction(async (db) => {
    const moved = move(await lockPlan(db, courseId), ids, place)
    if (!moved.ok) return moved
    await orderEntries(db, courseId, moved.parentId, moved.order)
    return { ok: true }
  })
}

/** What deleting these entries, with all that stands under them, would take from others. */
export async function weigh(courseId: string, ids: readonly string[]): Promise<Uses> {
  const plan = await listShape(pool, courseId)
  const gone = [...new Set(ids.flatMap((id) => branch(plan, id).map((entry) => entry.id)))]
  return gone.length === 0 ? NO_USES : findUses(pool, courseId, gone)
}

/** Deletes entries with all that stands under them; the id returned undoes it. Says what it took from others. */
export async function removeEntries(
  courseId: string,
  ids: readonly string[],
): Promise<PlanResult<{ deletionId: string; count: number; uses: string[] }>> {
  // Looked for before the plan is held: it takes its time, and is for telling alone.
  const uses = usesWords(await weigh(courseId, ids))
  return transaction(async (db) => {
    const plan = await lockPlan(db, courseId)
    const gone = [...new Set(ids.flatMap((id) => branch(plan, id).map((entry) => entry.id)))]
    if (gone.length === 0) return { ok: false, reason: 'That is no longer in the plan.' }
    const deletionId = nanoid(12)
    await deleteEntries(db, courseId, gone, deletionId)
    return { ok: true, deletionId, count: gone.length, uses }
  })
}

export async function restore(courseId: string, deletionId: string): Promise<PlanResult<{ count: number }>> {
  return transaction(async (db) => {
    const plan = await lockPlan(db, courseId)
    // What comes back needs a unit to stand in, if its own is gone.
    if (!plan.some(({ kind }) => kind === 'unit') && !(await bringsUnit(db, courseId, deletionId))) {
      const id = nanoid(12)
      await insertEntries(db, courseId, [{ id, parentId: null, kind: 'unit', title: 'Restored', documentId: null }])
    }
    const count = await restoreEntries(db, courseId, deletionId)
    return count > 0 ? { ok: true, count } : { ok: false, reason: 'There is nothing to restore.' }
  })
}

/** Renames an entry. A page's title is part of the page: its new name is a step in its log, like any other writing. */
export async function rename(courseId: string, personId: string, id: string, title: string): Promise<PlanResult> {
  const entry = await findEntry(pool, courseId, id)
  if (!entry) return { ok: false, reason: 'That is no longer in the plan.' }
  if (entry.documentId === null) {
    await transaction(async (db) => {
      await updateTitle(db, courseId, id, title)
      await letLinksFollow(db, id, personId)
    })
    return { ok: true }
  }
  const tree = await currentTree(pool, entry.documentId)
  if (!tree) return { ok: false, reason: 'That is no longer in the plan.' }
  const steps = titleSteps(tree.page.firstChild?.content.size ?? 0, title)
  const answer = await acceptBatch(entry.documentId, personId, {
    id: nanoid(),
    base: tree.version,
    client: 'plan',
    schemaVersion: SCHEMA_VERSION,
    steps,
  })
  if (answer.status === 'taken') {
    await growPlanVersion(pool, courseId)
    return { ok: true }
  }
  if (answer.status === 'refused') return { ok: false, reason: answer.reason }
  return { ok: false, reason: 'Others are writing on this page just now. Try again.' }
}

/** Sets when an entry opens for students, and what else there is to set about it. What is left out stays as it is. */
export async function changeSettings(
  courseId: string,
  id: string,
  change: { readonly opensAt?: string | null | undefined; readonly settings?: ChangedSettings | undefined },
): Promise<PlanResult> {
  return transaction(async (db) => {
    await lockPlan(db, courseId)
    const entry = await findEntry(db, courseId, id)
    if (!entry) return { ok: false, reason: 'That is no longer in the plan.' }
    await updateSettings(
      db,
      courseId,
      id,
      change.opensAt === undefined ? entry.opensAt : change.opensAt,
      readSettings({ ...entry.settings, ...change.settings }),
    )
    return { ok: true }
  })
}

/**
 * Makes a book of a page, beside it: a chapter for each heading down to a level, or of its highest. The page stays as
 * it is, so that students lose nothing until the book is published.
 */
export async function splitIntoBook(
  courseId: string,
  id: string,
  level?: number,
): Promise<PlanResult<{ ids: string[]; notes: readonly string[] }>> {
  return transaction(async (db) => {
    const plan = await lockPlan(db, courseId)
    const entry = await findEntry(db, courseId, id)
    const tree = entry?.documentId ? await currentTree(db, entry.documentId) : null
    if (!entry || !tree) return { ok: false, reason: 'That is no longer in the plan.' }
    if (entry.kind !== 'page') return { ok: false, reason: 'Only a page is split into chapters.' }
    const ids = Array.from({ length: tree.page.childCount }, () => nanoid(12))
    const split = splitPage(tree.page, (chapter, place) => `${ids[chapter + 1] ?? ''}${place && `#${place}`}`, level)
    if (!split)
      return {
        ok: false,
        reason: 'This page has no headings to split it at. Give each part that should be a chapter a heading first.',
      }
    const [opening, ...chapters] = [split.opening, ...split.chapters].map((page, at) => ({ id: ids[at]!, page }))
    const made = await insertBook(db, courseId, plan, id, { opening: opening!, parts: [{ title: null, chapters }] })
    if (!made.ok) return made
    return {
      ...made,
      notes: [
        `“${entry.title}” is also a book of ${split.chapters.length} ${split.chapters.length === 1 ? 'chapter' : 'chapters'} now. The page stays until you delete it.`,
      ],
    }
  })
}

interface BookPage {
  readonly id: string
  readonly page: Node
}

/** A book that is not in the plan yet: its opening, and its chapters, in parts that have a title or in none. */
export interface NewBook {
  readonly opening: BookPage
  readonly parts: readonly { readonly title: string | null; readonly chapters: readonly BookPage[] }[]
}

/** Puts a book with its chapters into the plan, after an entry (null: at the end). The first id given is the book's. */
export async function insertBook(
  db: Database,
  courseId: string,
  plan: readonly PlanEntry[],
  afterId: string | null,
  { opening, parts }: NewBook,
): Promise<PlanResult<{ ids: string[] }>> {
  const title = (page: Node): string => page.firstChild?.textContent.slice(0, PLAN_TITLE_LENGTH) ?? ''
  const placed = await insertItem(
    db,
    courseId,
    plan,
    afterId,
    { id: opening.id, kind: 'book', title: title(opening.page) },
    opening.page,
  )
  if (!placed.ok) return placed
  const entries: EntryRow[] = []
  for (const part of parts) {
    const partId = part.title === null ? null : nanoid(12)
    if (partId !== null)
      entries.push({
        id: partId,
        parentId: opening.id,
        kind: 'bookPart',
        title: part.title!.slice(0, PLAN_TITLE_LENGTH),
        documentId: null,
      })
    for (const { id, page } of part.chapters) {
      await createDocument(db, courseId, id, page)
      entries.push({ id, parentId: partId ?? opening.id, kind: 'chapter', title: title(page), documentId: id })
    }
  }
  await insertEntries(db, courseId, entries)
  return { ok: true, ids: [opening.id, ...parts.flatMap(({ chapters }) => chapters.map(({ id }) => id))] }
}

/**
 * Puts one item with its text into the plan after an entry (null: at the end). Where no book takes a chapter, it is a
 * page.
 */
export async function insertItem(
  db: Database,
  courseId: string,
  plan: readonly PlanEntry[],
  afterId: string | null,
  item: { id: string; kind: EntryKind; title: string },
  page: Node,
): Promise<PlanResult> {
  const spot = itemPlace(plan, afterId, item.kind)
  if (!spot) return { ok: false, reason: 'Begin the plan with a unit first; items stand in units and lessons.' }
  await createDocument(db, courseId, item.id, page)
  await insertEntries(db, courseId, [
    {
      id: item.id,
      parentId: spot.parentId,
      kind: spot.kind,
      title: item.title.slice(0, PLAN_TITLE_LENGTH),
      documentId: item.id,
    },
  ])
  const siblings = childrenOf(plan, spot.parentId).map((each) => each.id)
  const at = spot.beforeId === null ? siblings.length : siblings.indexOf(spot.beforeId)
  await orderEntries(db, courseId, spot.parentId, [...siblings.slice(0, at), item.id, ...siblings.slice(at)])
  return { ok: true }
}

/** Where an item of a kind stands after an entry; null when the plan has no place for it. */
function itemPlace(
  plan: readonly PlanEntry[],
  afterId: string | null,
  kind: EntryKind,
): (Place & { kind: EntryKind }) | null {
  const last = afterId ?? inOrder(plan).at(-1)?.id
  const place = last === undefined ? null : placeAfter(plan, last, kind)
  if (place) return { ...place, kind }
  return kind === 'chapter' ? itemPlace(plan, afterId, 'page') : null
}

/**
 * Begins the introduction of a unit, a lesson or a part of a book: gives it a document with its title, if it has none.
 */
export async function beginIntroduction(courseId: string, id: string): Promise<PlanResult> {
  return transaction(async (db) => {
    await lockPlan(db, courseId)
    const entry = await findEntry(db, courseId, id)
    if (!entry) return { ok: false, reason: 'That is no longer in the plan.' }
    if (entry.documentId === null) {
      await createDocument(db, courseId, id, entry.title)
      await updateDocument(db, courseId, id, id)
    }
    return { ok: true }
  })
}

function titleSteps(size: number, title: string): unknown {
  const content = title === '' ? {} : { slice: { content: [schema.text(title).toJSON() as unknown] } }
  return [{ stepType: 'replace', from: 1, to: 1 + size, ...content }]
}
