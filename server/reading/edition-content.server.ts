import { z } from 'zod'
import { publishedHeading } from '../../core/html/render.ts'
import { segments } from '../../core/html/slots.ts'
import { pool } from '../database/pool.server.ts'

const content = z.object({ segments, headings: z.array(publishedHeading) })
/** What is read of an edition. */
export type EditionContent = z.infer<typeof content>

/** So many characters of published HTML are held, the longest unread go first. */
const MOST_HELD = 48_000_000
const held = new Map<string, { readonly content: EditionContent; readonly size: number }>()
let size = 0

/**
 * The HTML and headings of an edition. Editions never change but for a newer renderer, so what was read once is held.
 */
export async function editionContent({
  document_id: documentId,
  number,
  renderer,
}: {
  readonly document_id: string
  readonly number: number
  readonly renderer: number
}): Promise<EditionContent> {
  const key = `${documentId} ${number} ${renderer}`
  const known = held.get(key)
  if (known) {
    held.delete(key)
    held.set(key, known)
    return known.content
  }
  const { rows } = await pool.query<{ segments: unknown; headings: unknown; size: number }>({
    name: 'edition-content',
    text: `select segments, headings, length(segments::text)::int as size from editions
      where document_id = $1::text and number = $2::int`,
    values: [documentId, number],
  })
  if (!rows[0]) throw new Error(`There is no edition ${number} of ${documentId}.`)
  const made = { content: content.parse(rows[0]), size: rows[0].size }
  if (!held.has(key)) size += made.size
  held.set(key, made)
  for (const [oldest, { size: its }] of held) {
    if (size <= MOST_HELD || oldest === key) break
    held.delete(oldest)
    size -= its
  }
  return made.content
}
