import type { RequestContext } from '../web/load-context.server.ts'
import { themeOf } from '../web/theme.server.ts'
import { type ReadRequest, readingAnswer } from './answer.server.ts'
import { troublePage } from './room.server.ts'

const WORDS = {
  'no such place': [
    404,
    'There is nothing to read here',
    'The address may be wrong, the page may have been removed, or it is not open to you.',
  ],
  database: [
    503,
    'Fieldstone can’t be reached just now',
    'The pages are safe; the place where they are kept does not answer. Try again in a minute.',
  ],
} as const

/** The reading room's answer when there is nothing to read. */
export function readingTrouble(request: ReadRequest, context: RequestContext, reason: keyof typeof WORDS): Response {
  const [status, heading, words] = WORDS[reason]
  return readingAnswer(request, troublePage(themeOf(request), heading, words, context.requestId), { status })
}
