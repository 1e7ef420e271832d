import type { Node } from 'prosemirror-model'
import { statistics } from '../../core/document/statistics.ts'
import { countFindings, proof } from '../../core/proof/proof.ts'
import type { Database } from '../database/pool.server.ts'
import { listDismissed } from '../proof/queries.server.ts'
import { updateFacts } from './queries.server.ts'

/** Counts what the plan shows of a page: its words, and the findings that nobody has set aside. */
export async function countFacts(db: Database, documentId: string, page: Node): Promise<void> {
  const dismissed = new Set((await listDismissed(db, documentId)).map(({ fingerprint }) => fingerprint))
  const { blocks, right, look } = countFindings(proof(page), dismissed)
  await updateFacts(db, documentId, statistics(page).words, blocks + right + look)
}
