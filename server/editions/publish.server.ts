import type { Node } from 'prosemirror-model'
import type { MessageName } from '../../core/words/languages.ts'
import { z } from 'zod'
import { problemOfPage } from '../../core/document/check.ts'
import { plainText } from '../../core/document/plain-text.ts'
import { editionNote } from '../../core/document/edition-note.ts'
import { statisticsInSteps } from '../../core/document/statistics.ts'
import { RENDERER_VERSION, renderInSteps, sealedPieces } from '../../core/html/render.ts'
import { playerOrigins, withoutOtherHosts } from '../../core/embeds/other-hosts.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { type Database, transaction } from '../database/pool.server.ts'
import { writeSnapshot } from '../documents/snapshots.server.ts'
import { currentTree, type Tree } from '../documents/trees.server.ts'
import { freezeQuestions } from '../exercises/freeze.server.ts'
import { insertEditionQuestions } from '../exercises/queries.server.ts'
import { findEntryOfDocument } from '../plan/queries.server.ts'
import { listHosts } from '../embeds/queries.server.ts'
import { giveTurn, inTurns } from '../turns.server.ts'
import { insertEditionItems } from '../shelf/queries.server.ts'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { tellReaders } from './tell-readers.server.ts'
import { findQuestionsChanged, insertEdition, listEditions } from './queries.server.ts'

/** What an author gives to publish. `version` is what they had seen when they decided. */
export const publishRequest = z.object({
  note: editionNote,
  /** Readers are told of it. */
  notice: z.literal('yes').optional(),
  version: z.coerce.number().int().min(0),
})

export type Published = { readonly ok: true; readonly number: number } | { readonly ok: false; readonly reason: string }

/** Publishes the page as it stands at the end of its log, as the next edition. */
export async function publish(
  documentId: string,
  personId: string,
  { note, version, notice }: z.infer<typeof publishRequest>,
): Promise<Published> {
  return transaction(async (db) => {
    const tree = await currentTree(db, documentId)
    if (!tree) return { ok: false, reason: 'This page was deleted.' }
    if (tree.version < version)
      return {
        ok: false,
        reason: 'The last changes have not arrived yet. Wait until everything is saved, then publish.',
      }
    const last = (await listEditions(db, documentId))[0]
    const touched = await findQuestionsChanged(db, documentId)
    if (last?.version === tree.version && !(touched && touched > new Date(last.at)))
      return { ok: false, reason: `Nothing has changed since edition ${last.number}.` }
    const published = await insertPublished(db, documentId, personId, tree, note, (last?.number ?? 0) + 1)
    const entry = published.ok && notice ? await findEntryOfDocument(db, documentId) : null
    if (entry)
      await tellReaders(
        db,
        {
          courseId: entry.courseId,
          entryId: entry.id,
          words: (say) =>
            say(noticeOf(last !== undefined, note !== ''), { title: tree.page.firstChild?.textContent ?? '', note }),
        },
        personId,
      )
    return published
  })
}

const noticeOf = (isKnown: boolean, hasNote: boolean): MessageName =>
  isKnown
    ? hasNote
      ? 'notices.hasChangedNote'
      : 'notices.hasChanged'
    : hasNote
      ? 'notices.isNewNote'
      : 'notices.isNew'

/** Writes edition `number` of a tree; used by publishing and by the demo. */
export async function insertPublished(
  db: Database,
  documentId: string,
  personId: string,
  tree: Tree,
  note: string,
  number: number,
  at?: Date,
): Promise<Published> {
  if ((tree.page.firstChild?.textContent ?? '').trim() === '')
    return { ok: false, reason: 'Give the page a title before publishing it: students find it by its title.' }
  const problem = problemOfPage(tree.page) ?? untitledPiece(tree.page)
  if (problem) return { ok: false, reason: problem }
  const entry = await findEntryOfDocument(db, documentId)
  const frozen = entry ? await freezeQuestions(db, entry, tree.page) : { ok: true as const, questions: [], items: [] }
  if (!frozen.ok) return frozen
  await writeSnapshot(db, documentId, tree)
  const page = await withAllowedHosts(db, tree.page)
  const inserted = await insertEdition(db, {
    documentId,
    number,
    version: tree.version,
    schemaVersion: SCHEMA_VERSION,
    renderer: RENDERER_VERSION,
    note,
    ...(await written(page)),
    players: playerOrigins(page),
    personId,
    ...(at ? { at } : {}),
  })
  if (inserted) {
    await insertEditionItems(db, documentId, number, [...shelfItemsOf(page), ...frozen.items])
    await insertEditionQuestions(db, documentId, number, frozen.questions)
  }
  return inserted
    ? { ok: true, number }
    : {
        ok: false,
        reason:
          'Somebody published this page at the same moment. Look at the newest edition, then publish again if something is missing.',
      }
}

/** Why a page can't be published whose HTML pieces do not all say what they show, or null. */
const untitledPiece = (page: Node): string | null =>
  sealedPieces(page).some(({ node }) => String(node.attrs.title).trim() === '')
    ? 'An HTML piece has no title: nobody who can’t see it knows what it is. The proof finds it; give it a title, then publish.'
    : null

/** What an edition is read, counted and found by; others are answered between its steps. */
async function written(page: Node) {
  const { title, segments, headings, terms } = await inTurns(renderInSteps(page))
  const { words } = await inTurns(statisticsInSteps(page))
  const text = plainText(page.slice(page.firstChild?.nodeSize ?? 0))
  await giveTurn()
  const content = JSON.stringify(page.toJSON())
  await giveTurn()
  return {
    title,
    words,
    text,
    content,
    segments: JSON.stringify(segments),
    headings: JSON.stringify(headings),
    terms: JSON.stringify(terms),
  }
}

/** The page with link cards in the place of players whose hosts the school does not allow, however they came in. */
async function withAllowedHosts(db: Database, page: Node): Promise<Node> {
  if (playerOrigins(page).length === 0) return page
  return withoutOtherHosts(
    page,
    (await listHosts(db)).filter(({ isAllowed }) => isAllowed).map(({ origin }) => origin),
  )
}
