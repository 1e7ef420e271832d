import { isBlank, passageFromUnsafe, passageHtml } from '../../core/document/passage.ts'

/** What somebody has written as others will see it, as JSON; nothing of it is kept. */
export function previewAnswer(unsafeContent: unknown): Response {
  const read = passageFromUnsafe(unsafeContent)
  return Response.json(read.ok ? { ok: true, html: isBlank(read.passage) ? '' : passageHtml(read.passage) } : read, { status: read.ok ? 200 : 422 })
}
