import type { WaitingKind } from '../../server/home/waiting.server.ts'

/** What of a course's readers wants an author now; the rest of the screen is for looking through. */
export const ATTENTION = ['handIns', 'posts', 'notHelped'] as const satisfies readonly WaitingKind[]
