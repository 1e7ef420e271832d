import { MOST_A_MINUTE, isTooOften } from '../web/rate.server.ts'
import type { Participant } from './discussion.server.ts'

/** Counts something that somebody sent; a sentence of the reading room when there was too much of it, else null. */
export const tooManyWords = (
  { personId, say }: Pick<Participant, 'personId' | 'say'>,
  what: 'post' | 'preview' | 'draft',
): string | null => (isTooOften(personId, what) ? say('discussion.tooMany', { what, most: MOST_A_MINUTE[what] }) : null)
