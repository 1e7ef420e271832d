import type { RequestContext } from '../web/load-context.server.ts'
import { themeOf } from '../web/theme.server.ts'
import { type ReadRequest, readingAnswer } from './answer.server.ts'
import { sayFor } from '../web/say-for.server.ts'
import { troublePage } from './room.server.ts'

const WORDS = {
  'no such place': [404, 'room.lost', 'room.lostWhy'],
  database: [503, 'room.away', 'room.awayWhy'],
} as const

/** The reading room's answer when there is nothing to read. */
export function readingTrouble(request: ReadRequest, context: RequestContext, reason: keyof typeof WORDS): Response {
  const [status, heading, words] = WORDS[reason]
  const say = sayFor(request)
  return readingAnswer(
    request,
    troublePage({ theme: themeOf(request), say }, say(heading), say(words), context.requestId),
    { status },
  )
}
