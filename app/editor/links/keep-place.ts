import { z } from 'zod'
import { sendJson } from '../../shell/ask-json.ts'

/**
 * A link leads to a place of a page now: a heading there keeps the name it has, whatever its words become. Where that
 * can't be asked for, the link leads there all the same for as long as the heading stays as it is.
 */
export function keepPlaceOf(documentId: string, place: string): void {
  void sendJson(`/documents/${documentId}/places`, { place }, z.object({ ok: z.boolean() }))
}
