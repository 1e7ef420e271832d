import { nanoid } from 'nanoid'
import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { problemOfPage } from '../../core/document/check.ts'
import { emptyPage } from '../../core/document/schema.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import { childrenOf, inOrder, branch } from '../../core/plan/tree.ts'
import { type Joined, joinPages } from '../../core/structure/join-pages.ts'
import { materialOfPage, materialOfPlace, reshape } from '../../core/structure/reshape/reshape.ts'
import { pagesApart, whyNotPages } from '../../core/structure/split-page.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import { acceptBatch } from '../documents/accept-batch.server.ts'
import { currentTree, treeAt } from '../documents/trees.server.ts'
import { insertItem, type PlanResult } from './plan.server.ts'
import { type EntryRow, findEntry, growPlanVersion, listShape, lockPlan } from './queries.server.ts'
import type { Shape } from '../../core/structure/reshape/shapes.ts'

/** The most pages that are made of one at once. */
export const MOST_PAGES = 60
/** The longest page that others are joined to, in positions of the tree: some sixty thousand words. */
export const MOST_JOINED = 400_000

const GONE = { ok: false, reason: 'That is no longer in the plan.' } as const
const NO_HEADINGS = { ok: false, reason: 'This page has no headings. Give each part a heading first.' } as const

/** Part of a page as a browser saw it. */
export interface SeenPlace {
  readonly version: number
  readonly from: number
  readonly to: number
}

/**
 * Makes pages of what stands under the headings of a page, those of a level or of the highest, or under the titles at
 * a place of it; they come after it. The page itself stays as it is.
 */
export async function makePages(
  courseId: string,
  id: string,
  { level, place }: { readonly level?: number | undefined; readonly place?: SeenPlace | undefined },
): Promise<PlanResult<{ ids: string[]; notes: readonly string[] }>> {
  return transaction(async (db) => {
    let plan = await lockPlan(db, courseId)
    const entry = await findEntry(db, courseId, id)
    const tree = entry?.documentId ? await currentTree(db, entry.documentId) : null
    if (!entry || !tree) return GONE
    if (place && place.version !== tree.version)
      return { ok: false, reason: 'Somebody is writing on this page just now. Try again in a moment.' }
    const material = place ? materialOfPlace(tree.page, place.from, place.to) : materialOfPage(tree.page, level)
    if (!material?.content) return NO_HEADINGS
    const reason = whyNotPages(material.content)
    if (reason !== '') return { ok: false, reason }
    const { length } = material.content.sections
    if (length > MOST_PAGES)
      return { ok: false, reason: `${length} pages at once are too many; ${MOST_PAGES} can be made.` }
    const ids = Array.from({ length }, () => nanoid(12))
    const { pages } = pagesApart(tree.page, { ...material, content: material.content }, (at, to) =>
      [ids[at] ?? id, to].filter(Boolean).join('#'),
    )
    // Where the entry itself can't have a neighbour of its kind, what is made of it is pages.
    const kind = entry.kind === 'chapter' ? 'chapter' : 'page'
    let after = id
    for (const [at, page] of pages.entries()) {
      const title = page.firstChild?.textContent ?? ''
      const made = await insertItem(db, courseId, plan, after, { id: ids[at]!, kind, title }, page)
      if (!made.ok) return made
      plan = await lockPlan(db, courseId)
      after = ids[at]!
    }
    return {
      ok: true,
      ids,
      notes: [`${length === 1 ? '1 page' : `${length} pages`} made of “${entry.title}”. It stays as it is.`],
    }
  })
}

/**
 * Makes one page of a book, or of the pages of a lesson or unit, beside it: their titles become headings. What it is
 * made of stays.
 */
export async function makeOnePage(
  courseId: string,
  id: string,
): Promise<PlanResult<{ ids: string[]; notes: readonly string[] }>> {
  return transaction(async (db) => {
    const plan = await lockPlan(db, courseId)
    const entry = await findEntry(db, courseId, id)
    if (!entry) return GONE
    const joined = await joinedOf(db, courseId, entry)
    if (!joined.some(({ page, level }) => page !== null && level > 1))
      return { ok: false, reason: `There is no ${entry.kind === 'book' ? 'chapter' : 'page'} in it yet.` }
    if (joined.reduce((sum, { page }) => sum + (page?.content.size ?? 0), 0) > MOST_JOINED)
      return { ok: false, reason: 'Together they are too long for one page. Students would not find their way on it.' }
    const page = joinPages(emptyPage(entry.title).firstChild!, joined)
    const problem = problemOfPage(page)
    if (problem !== null) return { ok: false, reason: problem }
    const madeId = nanoid(12)
    const last = kindOfEntry(entry.kind).holds.includes('page') ? (branch(plan, id).at(-1)?.id ?? id) : id
    const made = await insertItem(db, courseId, plan, last, { id: madeId, kind: 'page', title: entry.title }, page)
    if (!made.ok) return made
    return { ok: true, ids: [madeId], notes: [`“${entry.title}” is also one page now. What it was made of stays.`] }
  })
}

/** What becomes one page, in its order: of a book its opening, parts and chapters; of a lesson its pages. */
async function joinedOf(db: Database, courseId: string, entry: EntryRow): Promise<Joined[]> {
  const shape = inOrder(await listShape(db, courseId))
  const isBook = entry.kind === 'book'
  const under = isBook
    ? branch(shape, entry.id).slice(1)
    : childrenOf(shape, entry.id).filter(({ kind }) => kind === 'page')
  const joined: Joined[] = [await joinedFrom(db, courseId, entry.id, 1)]
  for (const { id, parentId } of under) joined.push(await joinedFrom(db, courseId, id, parentId === entry.id ? 2 : 3))
  return joined
}

async function joinedFrom(db: Database, courseId: string, id: string, level: number): Promise<Joined> {
  const entry = await findEntry(db, courseId, id)
  const tree = entry?.documentId ? await currentTree(db, entry.documentId) : null
  return { id, page: tree?.page ?? null, title: entry?.title ?? '', level }
}

/** A change of a page that can be taken back: its version before and afterwards. */
export interface Turned {
  readonly before: number
  readonly version: number
}

/** Shows all that stands under the headings of a page, those of a level or of the highest, in another way. */
export async function turnPage(
  courseId: string,
  personId: string,
  id: string,
  {
    shape,
    of,
    level,
  }: { readonly shape: Shape; readonly of?: number | undefined; readonly level?: number | undefined },
): Promise<PlanResult<{ turned: Turned }>> {
  const entry = await findEntry(pool, courseId, id)
  const tree = entry?.documentId ? await currentTree(pool, entry.documentId) : null
  if (!entry?.documentId || !tree) return GONE
  const material = materialOfPage(tree.page, of)
  if (!material) return NO_HEADINGS
  const transform = reshape(tree.page, material, shape, level)
  if (!transform) return { ok: false, reason: 'Its headings can’t become that.' }
  return append(courseId, entry.documentId, personId, tree.version, transform)
}

/** Takes back a change of a page, as long as nobody has written on it since. */
export async function turnBack(
  courseId: string,
  personId: string,
  id: string,
  { before, version }: Turned,
): Promise<PlanResult> {
  const entry = await findEntry(pool, courseId, id)
  const tree = entry?.documentId ? await currentTree(pool, entry.documentId) : null
  if (!entry?.documentId || !tree) return GONE
  const old = tree.version === version ? await treeAt(pool, entry.documentId, before) : null
  if (!old) return { ok: false, reason: 'Somebody has written on the page since. Its history has it as it was.' }
  return append(courseId, entry.documentId, personId, version, madeInto(tree.page, old.page))
}

/** The change that makes one page of another: of the blocks that differ. */
function madeInto(page: Node, wanted: Node): Transform {
  const [now, then] = [page.children, wanted.children]
  let [first, last] = [0, 0]
  const most = Math.min(now.length, then.length)
  while (first < most && now[first]!.eq(then[first]!)) first++
  while (last < most - first && now.at(-1 - last)!.eq(then.at(-1 - last)!)) last++
  const size = (nodes: readonly Node[]): number => nodes.reduce((sum, { nodeSize }) => sum + nodeSize, 0)
  const from = size(now.slice(0, first))
  return new Transform(page).replaceWith(
    from,
    page.content.size - size(now.slice(now.length - last)),
    then.slice(first, then.length - last),
  )
}

async function append(
  courseId: string,
  documentId: string,
  personId: string,
  base: number,
  { steps }: Transform,
): Promise<PlanResult<{ turned: Turned }>> {
  const answer = await acceptBatch(documentId, personId, {
    id: nanoid(),
    base,
    client: 'plan',
    schemaVersion: SCHEMA_VERSION,
    steps: steps.map((step) => step.toJSON() as unknown),
  })
  if (answer.status === 'refused') return { ok: false, reason: answer.reason }
  // Moved over what somebody else wrote meanwhile, it would be another change than the one that was seen.
  if (answer.status !== 'taken') return { ok: false, reason: 'Others are writing on this page just now. Try again.' }
  await growPlanVersion(pool, courseId)
  const after = await currentTree(pool, documentId)
  return { ok: true, turned: { before: base, version: after?.version ?? base } }
}
