import { nanoid } from 'nanoid'
import { Transform } from 'prosemirror-transform'
import { type AskedPlaces, MOST_PLACES, placesOfPage } from '../../core/links/places.ts'
import { pool } from '../database/pool.server.ts'
import { appendSteps } from '../documents/append-steps.server.ts'
import { currentTree } from '../documents/trees.server.ts'

/** The places of a document as it is written now that have words, or a name; the first of very many. */
export async function placesIn(documentId: string): Promise<AskedPlaces> {
  const tree = await currentTree(pool, documentId)
  const places = tree ? placesOfPage(tree.page) : []
  return places
    .filter(({ title }) => title !== '')
    .slice(0, MOST_PLACES)
    .map(({ place, title, sort }) => ({ place, title, sort }))
}

/**
 * Makes the name that a heading has by its words one that stays, as something leads there now. False when the document
 * has no such place.
 */
export async function keepPlace(documentId: string, personId: string, place: string): Promise<boolean> {
  const tree = await currentTree(pool, documentId)
  const found = tree && placesOfPage(tree.page).find((each) => each.place === place)
  if (!found) return false
  if (found.isNamed) return true
  const { steps } = new Transform(tree.page).setNodeAttribute(found.position, 'id', place)
  const batch = { id: `place-${nanoid()}`, base: tree.version, client: 'links' }
  const { status } = await appendSteps(documentId, personId, batch, steps)
  return status === 'taken'
}
