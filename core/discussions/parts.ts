/**
 * How much of a discussion comes at once: threads, the last answers that come with each, answers that one asks for, and
 * the most of them.
 */
export const THREADS = 12
export const SHOWN_REPLIES = 3
export const PART_REPLIES = 50
export const MOST_REPLIES_AT_ONCE = 200
