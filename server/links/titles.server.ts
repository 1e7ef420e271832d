import { nanoid } from 'nanoid'
import { Transform } from 'prosemirror-transform'
import { linksWithTitle } from '../../core/links/titles.ts'
import { replaceWords } from '../../core/replace/places.ts'
import { pool } from '../database/pool.server.ts'
import { appendSteps } from '../documents/append-steps.server.ts'
import { currentTree } from '../documents/trees.server.ts'
import { log } from '../log.server.ts'
import { findRenamed, listLinking, type Renamed, setLinkedTitle } from './queries.server.ts'

/**
 * The job after a title has changed: links in the course whose words were the old title get the new one, as a step of
 * whoever changed it. A title that is empty for the moment is waited for.
 */
export async function followTitle({
  entryId,
  personId,
}: {
  readonly entryId: string
  readonly personId: string
}): Promise<void> {
  const renamed = await findRenamed(pool, entryId)
  if (!renamed || renamed.title.trim() === '') return
  for (const linking of await listLinking(pool, renamed.courseId, entryId)) await reword(linking, personId, renamed)
  await setLinkedTitle(pool, renamed)
}

async function reword(documentId: string, personId: string, { entryId, before, title }: Renamed): Promise<void> {
  const tree = await currentTree(pool, documentId)
  const places = tree ? linksWithTitle(tree.page, entryId, before, title) : []
  if (!tree || places.length === 0) return
  const { steps } = replaceWords(new Transform(tree.page), places)
  const batch = { id: `title-${nanoid()}`, base: tree.version, client: 'links' }
  const answer = await appendSteps(documentId, personId, batch, steps)
  // What is refused stays as it is; what had no turn is tried again with the job, which finds the rest alone.
  if (answer.status === 'busy') throw new Error(`The log of ${documentId} was busy.`)
  if (answer.status === 'refused') log.warn({ documentId, reason: answer.reason }, 'links kept their old words')
}
