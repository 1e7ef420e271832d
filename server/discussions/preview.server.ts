import { isBlank } from '../../core/document/passage.ts'
import { passageHtml } from '../../core/html/passage-html.ts'
import type { Participant } from './discussion.server.ts'
import { readPassage } from './read-passage.server.ts'

/** What somebody who may write here has written as others will see it, as JSON; nothing of it is kept. */
export async function previewAnswer(
  { mayTakePart, say, courseId }: Participant,
  unsafeContent: unknown,
): Promise<Response> {
  const read = mayTakePart
    ? await readPassage(unsafeContent, say)
    : ({ ok: false, reason: say('discussion.guest') } as const)
  return Response.json(
    read.ok ? { ok: true, html: isBlank(read.passage) ? '' : passageHtml(read.passage, say, courseId) } : read,
    { status: read.ok ? 200 : 422 },
  )
}
