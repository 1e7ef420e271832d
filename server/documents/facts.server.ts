import type { Node } from 'prosemirror-model'
import { statisticsInSteps } from '../../core/document/statistics.ts'
import { ownTarget } from '../../core/links/own-links.ts'
import { linksOf } from '../../core/links/links-of.ts'
import { countFindings, proofInSteps } from '../../core/proof/proof.ts'
import type { Known } from '../../core/proof/rule.ts'
import type { Database } from '../database/pool.server.ts'
import { inTurns } from '../turns.server.ts'
import { snippetsIn } from '../../core/snippets/snippets.ts'
import { setUses } from '../snippets/queries.server.ts'
import { listDismissed } from '../proof/queries.server.ts'
import { listEntriesBeside, updateFacts } from './queries.server.ts'

/**
 * Counts what the plan shows of a page, its words and the findings that nobody has set aside, and which snippets it
 * holds. What it links to in its
 * course is looked up, where it is not `given` what is known of that.
 */
export async function countFacts(db: Database, documentId: string, page: Node, given?: Known): Promise<void> {
  const dismissed = new Set((await listDismissed(db, documentId)).map(({ fingerprint }) => fingerprint))
  const known = given ?? { entries: await entriesLinkedTo(db, documentId, page) }
  const { blocks, right, look } = countFindings(await inTurns(proofInSteps(page, known)), dismissed)
  const { words } = await inTurns(statisticsInSteps(page))
  await updateFacts(db, documentId, words, blocks + right + look)
  await setUses(db, documentId, snippetsIn(page))
}

/** Which of the entries that a page links to stand in its course. */
async function entriesLinkedTo(db: Database, documentId: string, page: Node): Promise<Set<string>> {
  const named = new Set(linksOf(page).flatMap(({ href }) => ownTarget(href)?.id ?? []))
  return named.size === 0 ? named : new Set(await listEntriesBeside(db, documentId, [...named]))
}
