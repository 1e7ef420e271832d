/** The longest title, in UTF-16 code units: two lines of the widest sheet. */
export const TITLE_LENGTH = 300
/** How deep nodes may nest, the page itself counted as 0. */
export const MOST_DEPTH = 32
/** The most steps of one batch; a client splits what is more. */
export const MOST_STEPS = 500
/**
 * What the steps of one batch insert, in positions, from which on the rest goes into the next: far below what its JSON
 * may hold.
 */
export const MOST_INSERTED = 500_000
/** The most characters of JSON of one batch. */
export const MOST_BATCH_LENGTH = 8_000_000
/** The largest page, in positions of the tree (roughly its characters). */
export const MOST_PAGE_SIZE = 4_000_000
/** The longest note of an edition. */
export const NOTE_LENGTH = 500
